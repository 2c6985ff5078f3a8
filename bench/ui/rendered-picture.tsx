'use client'
import { type ComponentProps, useEffect, useRef, useState } from 'react'
import { takeTurn } from './turns'

type Props = Omit<ComponentProps<'img'>, 'src' | 'alt' | 'loading'> & { src: string; alt: string }

/** A picture that the server renders: asked for once it is in sight and its turn has come, given up when it goes. */
export function RenderedPicture({ src, alt, ...rest }: Props) {
  const image = useRef<HTMLImageElement>(null)
  const done = useRef<() => void>(() => undefined)
  const [shown, setShown] = useState<string>()
  useEffect(() => {
    const el = image.current
    if (!el) return
    const watch = new IntersectionObserver(
      ([entry]) => {
        if (!entry?.isIntersecting) return
        watch.disconnect()
        done.current = takeTurn(() => setShown(src))
      },
      { rootMargin: '200px' },
    )
    watch.observe(el)
    return () => {
      watch.disconnect()
      done.current()
      // What is on its way is given up.
      if (!el.complete) el.removeAttribute('src')
    }
  }, [src])
  return (
    // biome-ignore lint/performance/noImgElement: rendered by our own server at the size shown
    <img
      ref={image}
      src={shown === src ? src : undefined}
      alt={alt}
      onLoad={() => done.current()}
      onError={() => done.current()}
      {...rest}
    />
  )
}
