import { type Settings, settingsOf } from '@/core/outputs/define'
import { OUTPUT_IDS, type OutputId, outputOf } from '@/core/outputs/list'
import type { Delivery, DeliveryOptions } from '@/wire/deliveries'

/** How files are made; `single` fetches them one by one instead of packed. */
export type Options = Omit<
  DeliveryOptions,
  'design' | 'channels' | 'pages' | 'rows' | 'settings' | 'chosen'
> & {
  single: boolean
  /** What was chosen of each format's settings. */
  chosen: Partial<Record<OutputId, Settings>>
}
/** All settings of the format that is chosen; what a format does not take any more is as it begins. */
export function settingsIn(o: Pick<Options, 'format' | 'chosen'>): Settings {
  try {
    return settingsOf(outputOf(o.format), o.chosen[o.format])
  } catch {
    return settingsOf(outputOf(o.format))
  }
}

export const PLAIN: Options = {
  format: 'png',
  chosen: {},
  also: [],
  scales: [],
  wide: null,
  mostKb: null,
  floor: 90,
  smaller: false,
  scale: 1,
  bleed: false,
  trimmed: false,
  ground: 'page',
  pattern: '{design}-{channel}-{width}x{height}',
  single: false,
  rules: true,
}

/** Options as they were kept in the browser; of a format that is no more the plain one. */
export function optionsIn(kept: Partial<Options>): Options {
  const format = OUTPUT_IDS.find((id) => id === kept.format) ?? PLAIN.format
  const also = (kept.also ?? []).filter((id) => OUTPUT_IDS.includes(id))
  return { ...PLAIN, ...kept, format, also, chosen: kept.chosen ?? {} }
}

/** A format with what its weight is bought with, where that is a number: “JPEG 88”. */
export function nameOfFormat(format: OutputId, settings: Settings): string {
  const { label, dial } = outputOf(format)
  const dialled = dial && (dial.when?.(settings) ?? true) ? settings[dial.setting] : undefined
  return typeof dialled === 'number' ? `${label} ${dialled}` : label
}

/** A size for people. */
export const sizeLabel = (bytes: number): string => {
  if (bytes === 0) return ''
  if (bytes < 1024 * 1024) return `${Math.round(bytes / 1024)} KB`
  return `${(bytes / 1024 / 1024).toFixed(1)} MB`
}

/** Whether a delivery is still on its way. */
export const isRunning = (d: Delivery | null): boolean => d?.state === 'waiting' || d?.state === 'working'

/** Brings a delivery's files to the person's disk: as one zip, or one by one. */
export function fetchFiles(delivery: Delivery, single: boolean): void {
  const get = (href: string) => {
    const a = document.createElement('a')
    a.href = href
    a.download = ''
    document.body.append(a)
    a.click()
    a.remove()
  }
  if (single)
    delivery.files
      .filter((f) => f.state === 'done')
      .forEach((f, n) =>
        setTimeout(() => get(`/api/deliveries/${delivery.id}/files/${encodeURIComponent(f.name)}`), n * 250),
      )
  else get(`/api/deliveries/${delivery.id}/zip`)
}
