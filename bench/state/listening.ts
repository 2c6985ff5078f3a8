import { arrangementKey } from '@/core/design/schema'
import { keepStroke } from '../actions/strokes'
import type { FromWorker } from '../worker/protocol'
import type { Bench } from './bench'

/** What the stage's worker tells is put into the state of the bench. */
export const listening =
  (bench: Bench) =>
  (m: FromWorker): void => {
    const { getState, setState } = bench.store
    if (m.kind === 'layer' && m.data)
      setState({ layerPictures: { ...getState().layerPictures, [m.id]: m.data } })
    else if (m.kind === 'findings')
      setState({ findings: { ...getState().findings, [`${m.page}/${m.channel}`]: m.findings } })
    else if (m.kind === 'doing') setState({ doing: { ...getState().doing, [m.worker]: m.doing } })
    else if (m.kind === 'painted') void keepStroke(bench, m)
    else if (m.kind === 'trouble') bench.notify(m.message, 'trouble')
    else if (m.kind === 'thumb') {
      const { revision, width, height, data, leftOut } = m
      const thumb = { revision, width, height, data, leftOut }
      const key = `${m.page}/${m.channel}`
      setState({ thumbs: { ...getState().thumbs, [m.as ? `${key}/${m.as}` : key]: thumb } })
      if (m.as || m.row) return
      const stored = getState().design.arrangements[arrangementKey(m.page, m.channel)]
      if (m.arrangement && (m.chosenAnew || !stored)) bench.keepArrangement(m.page, m.channel, m.arrangement)
    }
  }
