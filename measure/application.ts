import { spawn } from 'node:child_process'
import { readdirSync, readFileSync } from 'node:fs'
import { type Browser, chromium, type Page } from '@playwright/test'
import type { Bench } from '../bench/state/bench'
import type { Design } from '../core/design/schema'
import { writePackage } from '../core/formats/vivid-package'
import type { LoadedSupply } from '../host/supplies'
import args from '../scripts/chromium-args.json' with { type: 'json' }

declare global {
  interface Window {
    vividBench: Bench
  }
}

export type Application = {
  base: string
  browser: Browser
  /** Stores a design with what it needs; gives its id. */
  open(design: Design, supplies: ReadonlyMap<string, LoadedSupply>): Promise<string>
  /** Exports a design and waits; gives the seconds it took. */
  deliver(options: Record<string, unknown>, told?: (done: number) => void): Promise<number>
  /** Bytes that the server's process has held at most since the last call. */
  peakBytes(): number
  /** Bytes that the browser's largest page process holds now. */
  pageBytes(): number
  close(): Promise<void>
}

/** A figure of a process's status (Linux), bytes. */
const statusBytes = (pid: string, field: string): number =>
  Number(new RegExp(`${field}:\\s+(\\d+)`).exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1]) * 1024

const PORT = '3918'

/** Starts the built application on a fresh store, and a browser. */
export async function startApplication(): Promise<Application> {
  const server = spawn(process.execPath, ['scripts/test-server.mjs'], {
    stdio: 'ignore',
    env: { ...process.env, PORT, VIVID_DATA: '.cache/measure-data' },
  })
  // However this ends: a server left behind would answer the next run.
  process.on('exit', () => server.kill())
  const base = `http://127.0.0.1:${PORT}`
  const reachable = async (): Promise<boolean> =>
    fetch(`${base}/api/campaigns`).then(
      (r) => r.ok,
      () => false,
    )
  for (let n = 0; n < 180 && !(await reachable()); n++) await new Promise((r) => setTimeout(r, 1000))
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args,
  })
  return {
    base,
    browser,
    async open(design, supplies) {
      const text = JSON.stringify(design.layers)
      const blobs = new Map(
        [...supplies.values()].filter((s) => text.includes(s.sha)).map((s) => [s.sha, s.bytes]),
      )
      const answer = await fetch(`${base}/api/packages`, {
        method: 'POST',
        body: new Uint8Array(writePackage({ design, blobs })),
      })
      const made = (await answer.json()) as { id?: string; message?: string }
      if (!made.id) throw new Error(`The design could not be opened: ${made.message}`)
      return made.id
    },
    async deliver(options, told) {
      const started = Date.now()
      const answer = await fetch(`${base}/api/deliveries`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({
          pages: ['page1'],
          format: 'png',
          scale: 1,
          bleed: true,
          ground: 'page',
          pattern: '{channel}',
          ...options,
        }),
      })
      const { id } = (await answer.json()) as { id: string }
      for (;;) {
        const d = (await (await fetch(`${base}/api/deliveries/${id}`)).json()) as {
          state: string
          done: number
          error: string | null
        }
        told?.(d.done)
        if (d.state === 'done') return (Date.now() - started) / 1000
        if (d.state !== 'waiting' && d.state !== 'working')
          throw new Error(`The delivery ended as ${d.state}: ${d.error}`)
        await new Promise((r) => setTimeout(r, told ? 40 : 100))
      }
    },
    peakBytes() {
      // The server is the child of the script that prepares its data; the kernel keeps its high-water mark.
      const children = readFileSync(`/proc/${server.pid}/task/${server.pid}/children`, 'utf8')
        .trim()
        .split(' ')
      return Math.max(...children.map((pid) => statusBytes(pid, 'VmHWM')))
    },
    pageBytes() {
      const pids = readdirSync('/proc').filter((name) => /^\d+$/.test(name))
      const renderers = pids.filter((pid) => {
        try {
          return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('--type=renderer')
        } catch {
          return false
        }
      })
      return Math.max(...renderers.map((pid) => statusBytes(pid, 'VmRSS')))
    },
    async close() {
      await browser.close()
      server.kill()
    },
  }
}

/** Waits until the stage shows its picture completely. */
export const whole = (page: Page): Promise<unknown> =>
  page.waitForFunction(
    () => document.querySelector<HTMLElement>('[data-testid="stage-canvas"]')?.dataset.whole === 'yes',
    undefined,
    {
      timeout: 120_000,
    },
  )
