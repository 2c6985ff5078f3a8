import type { SourceLoader } from '@/core/render/sources'

/** Sources from the server: levels of pictures as packed RGBA, graphics as text. */
export const serverLoader: SourceLoader = {
  picture: async (sha, level) => {
    const answer = await fetch(`/api/blobs/${sha}/levels/${level}`)
    if (!answer.ok) return null
    const header = (name: string) => answer.headers.get(name)
    return {
      width: Number(header('x-width')),
      height: Number(header('x-height')),
      opaque: header('x-opaque') === '1',
      deep: header('x-deep') === '1',
      data: await unpack(answer),
    }
  },
  graphic: async (sha) => {
    const answer = await fetch(`/api/blobs/${sha}`)
    return answer.ok ? answer.text() : null
  },
  tile: async (sha) => {
    const answer = await fetch(`/api/blobs/${sha}`)
    return answer.ok ? new Uint8Array(await answer.arrayBuffer()) : null
  },
}

async function unpack(answer: Response): Promise<Uint8Array> {
  if (!answer.body) return new Uint8Array()
  return new Uint8Array(
    await new Response(answer.body.pipeThrough(new DecompressionStream('gzip'))).arrayBuffer(),
  )
}
