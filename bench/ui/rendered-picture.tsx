'use client'
import { type ComponentProps, useEffect, useRef, useState } from 'react'
import { takeTurn } from './turns'

type Props = Omit<ComponentProps<'img'>, 'src' | 'alt' | 'loading'> & { src: string; alt: string }

/** Nothing yet: without it browsers show that a picture is missing while it only waits. */
const WAITING = 'data:image/gif;base64,R0lGODlhAQABAAAAACH5BAEAAAAALAAAAAABAAEAAAICRAEAOw=='

/** What is large catches the eye first; what is only near the view waits for all in it. */
const weightOf = ({ width, height, top, bottom }: DOMRectReadOnly): number =>
  bottom > 0 && top < window.innerHeight ? width * height : -1

/**
 * A picture that the server renders: asked for once it is in sight and its turn has come, given up when it goes. Where its width
 * and height are said it has its room from the first.
 */
export function RenderedPicture({ src, alt, className = '', ...rest }: Props) {
  const image = useRef<HTMLImageElement>(null)
  const done = useRef<() => void>(() => undefined)
  const [shown, setShown] = useState<string>()
  const [here, setHere] = useState<string>()
  const { width, height } = rest
  useEffect(() => {
    const el = image.current
    if (!el) return
    const watch = new IntersectionObserver(
      ([entry]) => {
        if (!entry?.isIntersecting) return
        watch.disconnect()
        done.current = takeTurn(() => setShown(src), 'seen', weightOf(entry.boundingClientRect))
      },
      { rootMargin: '200px' },
    )
    watch.observe(el)
    return () => {
      watch.disconnect()
      done.current()
      // What is on its way is given up.
      if (!el.complete) el.src = WAITING
    }
  }, [src])
  return (
    // biome-ignore lint/performance/noImgElement: rendered by our own server at the size shown
    <img
      ref={image}
      src={shown === src ? src : WAITING}
      alt={alt}
      className={`${className} ${here === src ? '' : 'bg-ink/8'}`}
      style={width && height ? { aspectRatio: `${width} / ${height}` } : {}}
      onLoad={() => {
        if (shown !== src) return
        setHere(src)
        done.current()
      }}
      onError={() => done.current()}
      {...rest}
    />
  )
}
