const channel = new MessageChannel()
let waiting: (() => void)[] = []
channel.port1.onmessage = () => {
  const list = waiting
  waiting = []
  for (const go of list) go()
}
/** Lets queued messages be taken before going on. */
export const giveWay = (): Promise<void> =>
  new Promise((resolve) => {
    waiting.push(resolve)
    channel.port2.postMessage(null)
  })
