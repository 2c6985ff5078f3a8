'use client'
import { useQuery, useQueryClient } from '@tanstack/react-query'
import { FolderOpen, Trash2 } from 'lucide-react'
import { useState } from 'react'
import { ask, wordsOf } from '@/wire/client'
import { forgetProfile, listProfiles, storeProfile } from '@/wire/print-profiles'
import { IconButton } from '../ui/button'
import { Choice } from '../ui/choice'
import { chooseFiles } from '../ui/choose-files'

const ICC = '.icc,.icm,application/vnd.iccprofile'
/** No value of a list may be empty. */
const GENERAL = 'general'
/** Which inks on which paper: the general profile, or one that people brought. */
export function ProfileChoice({ value, onChange }: { value: string; onChange: (id: string) => void }) {
  const queries = useQueryClient()
  const asked = useQuery({
    queryKey: ['print-profiles'],
    queryFn: ({ signal }) => ask(listProfiles, { signal }),
  })
  const profiles = asked.data?.profiles ?? []
  const [wrong, setWrong] = useState<string | null>(null)
  const again = () => queries.invalidateQueries({ queryKey: ['print-profiles'] })
  const take = async (file: File | undefined) => {
    if (!file) return
    setWrong(null)
    try {
      const { id } = await ask(storeProfile, { file })
      await again()
      onChange(id)
    } catch (thrown) {
      setWrong(wordsOf(thrown, 'What was chosen before stays.'))
    }
  }
  const forget = async () => {
    const gone = value
    onChange('')
    try {
      await ask(forgetProfile, { query: { id: gone } })
    } catch (thrown) {
      setWrong(wordsOf(thrown, 'The profile is still kept.'))
    }
    await again()
  }
  const isKnown = value === '' || profiles.some((p) => p.id === value)
  return (
    <div className="flex flex-col gap-1">
      <div className="flex items-center gap-1">
        <Choice
          label="Print profile"
          value={value || GENERAL}
          options={[
            { value: GENERAL, label: 'General inks' },
            ...profiles.map((p) => ({ value: p.id, label: p.name })),
            ...(isKnown || asked.isPending ? [] : [{ value, label: 'No longer kept here' }]),
          ]}
          onChange={(id) => onChange(id === GENERAL ? '' : id)}
        />
        <IconButton
          label="Bring a print profile, an .icc file …"
          className="!size-7 shrink-0"
          onClick={() => void chooseFiles(ICC).then(([file]) => take(file))}
        >
          <FolderOpen size={14} />
        </IconButton>
        {value !== '' && (
          <IconButton
            label="Remove this print profile"
            className="!size-7 shrink-0"
            onClick={() => void forget()}
          >
            <Trash2 size={14} />
          </IconButton>
        )}
      </div>
      {wrong && (
        <p role="alert" className="text-tiny text-warn">
          {wrong}
        </p>
      )}
    </div>
  )
}
