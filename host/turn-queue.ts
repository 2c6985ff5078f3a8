type Job = { turn: number; start: () => Promise<void> }

/** Runs jobs one after another; of those waiting, the one with the lowest turn goes first, then the oldest. */
export class TurnQueue {
  private readonly waiting: Job[] = []
  private busy = false

  run<T>(turn: number, job: () => Promise<T>): Promise<T> {
    return new Promise((resolve, reject) => {
      const start = () => job().then(resolve, reject)
      const before = this.waiting.findIndex((w) => w.turn > turn)
      this.waiting.splice(before < 0 ? this.waiting.length : before, 0, { turn, start })
      void this.next()
    })
  }

  private async next(): Promise<void> {
    if (this.busy) return
    this.busy = true
    for (let job = this.waiting.shift(); job; job = this.waiting.shift()) await job.start()
    this.busy = false
  }
}
