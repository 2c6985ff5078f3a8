/** As the `ref` of what has just been opened: brings it into view as soon as it is there. */
export function intoView(el: Element | null): void {
  // Nothing is given back: browsers give a promise here, and what a ref gives back is taken for its end.
  el?.scrollIntoView?.({ block: 'nearest' })
}
