import Link from 'next/link'

export default function NotFound() {
  return (
    <main className="flex h-dvh flex-col items-center justify-center gap-3 text-center">
      <h1 className="font-display text-2xl">There is nothing here</h1>
      <p className="max-w-sm text-soft">
        The design may have been removed, or the address was mistyped. Everything else is where it was.
      </p>
      <Link href="/" className="rounded-control bg-accent px-4 py-1.5 font-semibold text-white">
        Back to the shelf
      </Link>
    </main>
  )
}
