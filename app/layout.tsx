import type { Metadata, Viewport } from 'next'
import { headers } from 'next/headers'
import type { ReactNode } from 'react'
import { Toaster } from 'sonner'
import { Queries } from '@/bench/queries'
import './globals.css'

export const metadata: Metadata = {
  title: { default: 'Vivid Layer', template: '%s · Vivid Layer' },
  description: 'Compose layered designs once, deliver them on every channel.',
}
export const viewport: Viewport = { width: 'device-width', initialScale: 1 }

const theme = `try{var t=localStorage.getItem('theme');if(t)document.documentElement.dataset.theme=t}catch(e){}`

export default async function RootLayout({ children }: { children: ReactNode }) {
  const nonce = (await headers()).get('x-nonce') ?? undefined
  return (
    <html lang="en" suppressHydrationWarning>
      <head>
        <script nonce={nonce} suppressHydrationWarning dangerouslySetInnerHTML={{ __html: theme }} />
      </head>
      <body>
        <Queries>{children}</Queries>
        <Toaster position="bottom-center" toastOptions={{ className: 'font-sans' }} />
      </body>
    </html>
  )
}
