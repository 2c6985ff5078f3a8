import type { Doing, FromWorker } from './protocol'

/** Says what a worker is at, whenever that changes; what is on its way from the server counts where nothing else is done. */
export class Telling {
  private fetching = 0
  private told: Doing | null = null

  constructor(
    private readonly post: (message: FromWorker) => void,
    private readonly isStage: () => boolean,
  ) {}

  tell(doing: Doing | null): void {
    const now = doing ?? (this.fetching > 0 ? { work: 'fetching' as const, left: this.fetching } : null)
    if (now?.work === this.told?.work && now?.left === this.told?.left) return
    this.told = now
    this.post({ kind: 'doing', worker: this.isStage() ? 'stage' : 'quiet', doing: now })
  }

  /** Counts so many sources until they are here, or could not be had. */
  async during<T>(sources: number, coming: Promise<T>): Promise<T> {
    this.fetching += sources
    try {
      return await coming
    } finally {
      this.fetching -= sources
      if (this.told?.work === 'fetching') this.tell(null)
    }
  }
}
