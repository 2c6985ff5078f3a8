import Link from 'next/link'
import { Mark } from './ui/mark'

/** A page in place of one that cannot be shown: what happened, what is safe, what to do. */
export function Trouble({
  title,
  message,
  save,
}: {
  title: string
  message: string
  save?: { href: string; label: string }
}) {
  return (
    <main className="mx-auto flex min-h-dvh max-w-xl flex-col justify-center gap-4 px-6">
      <Mark />
      <h1 className="font-display text-[26px] leading-tight">{title}</h1>
      <p className="text-soft">{message}</p>
      <p className="flex gap-3 pt-2">
        {save && (
          <a
            href={save.href}
            className="inline-flex h-8 items-center rounded-control bg-accent px-4 text-small font-semibold text-white hover:bg-accent-deep"
          >
            {save.label}
          </a>
        )}
        <Link
          href="/"
          className="inline-flex h-8 items-center rounded-control border border-line px-4 text-small font-semibold hover:bg-well"
        >
          To the shelf
        </Link>
      </p>
    </main>
  )
}
