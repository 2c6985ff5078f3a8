import { useQuery } from '@tanstack/react-query'
import { ask } from '@/wire/client'
import { listVersions } from '@/wire/designs'

export const versionsKey = (design: string) => ['versions', design] as const
/** The kept states of a design. */
export const useVersions = (design: string) =>
  useQuery({
    queryKey: versionsKey(design),
    queryFn: ({ signal }) => ask(listVersions, { params: { id: design }, signal }),
  })
