/**
 * So much that takes the server a while (pictures that are rendered, checks) is asked of it at once: a browser has six
 * connections to a server (HTTP/1.1), and what a person does must not wait for one.
 */
const MOST = 3
/** What is looked at comes before what is only checked, of which there is one at once. */
type Kind = 'seen' | 'checked'
type Turn = { begin: () => void; kind: Kind; weight: number; state: 'waiting' | 'begun' | 'over' }
const turns: Turn[] = []
let held = false

function goOn(): void {
  for (;;) {
    const begun = turns.filter((t) => t.state === 'begun')
    if (held || begun.length >= MOST) return
    const waits = (kind: Kind) =>
      turns
        .filter((t) => t.state === 'waiting' && t.kind === kind)
        .reduce<Turn | undefined>((best, t) => (best && best.weight >= t.weight ? best : t), undefined)
    const next = waits('seen') ?? (begun.some((t) => t.kind === 'checked') ? undefined : waits('checked'))
    if (!next) return
    next.state = 'begun'
    next.begin()
  }
}
/** Takes a turn: `begin` is called once it has come, of greater `weight` sooner. Gives what ends it. */
export function takeTurn(begin: () => void, kind: Kind = 'seen', weight = 0): () => void {
  const turn: Turn = { begin, kind, weight, state: 'waiting' }
  turns.push(turn)
  goOn()
  return () => {
    if (turn.state === 'over') return
    turn.state = 'over'
    turns.splice(turns.indexOf(turn), 1)
    goOn()
  }
}
/** Nothing more is asked for until it is let go: somebody waits for something else. */
export function holdTurns(on: boolean): void {
  held = on
  goOn()
}

/** Does something in its turn; given up while it waits where the signal says so. */
export async function inTurn<T>(signal: AbortSignal, act: () => Promise<T>, kind: Kind = 'seen'): Promise<T> {
  let end: () => void = () => undefined
  try {
    await new Promise<void>((come, fail) => {
      end = takeTurn(come, kind)
      signal.addEventListener('abort', () => fail(signal.reason))
    })
    return await act()
  } finally {
    end()
  }
}
