/** As the `ref` of what has just been opened: brings it into view as soon as it is there. */
export const intoView = (el: HTMLElement | null): void => el?.scrollIntoView?.({ block: 'nearest' })
