const number = (name: string, fallback: number, least: number): number => {
  const value = Number(process.env[name])
  return process.env[name] && Number.isFinite(value) ? Math.max(least, value) : fallback
}

/** What whoever runs the server may set, read anew each time. */
export const settings = {
  /** `VIVID_VERSIONS`: versions taken by the clock that a design keeps; the oldest go first. */
  versionsByClock: (): number => number('VIVID_VERSIONS', 200, 1),
  /** `VIVID_WARN_GB`: from how much data on the shelf says that it grows large, bytes. */
  warnBytes: (): number => number('VIVID_WARN_GB', 20, 0) * 1e9,
  /** `VIVID_DECODE_MB`: memory that decoding pictures may take at once, bytes. */
  decodeBytes: (): number => number('VIVID_DECODE_MB', 1500, 64) * 1024 * 1024,
  /** `VIVID_BACKUPS`: daily copies of the database that are kept. */
  backups: (): number => number('VIVID_BACKUPS', 7, 1),
}
