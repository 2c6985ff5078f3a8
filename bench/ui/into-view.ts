/** As the `ref` of what has just been opened: brings it into view as soon as it is there. */
export const intoView = (el: Element | null): void => el?.scrollIntoView?.({ block: 'nearest' })
