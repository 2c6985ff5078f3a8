'use client'
import { useState } from 'react'
import { ask, wordsOf } from '@/wire/client'
import { describeOwn } from '@/wire/supplies'
import { Button } from '../ui/button'
import { DialogFrame } from '../ui/dialog-frame'
import type { Item } from './search'

/** The name of something of a person's own, and the words that it is found by. */
export function OwnDialog({
  item,
  onClose,
  onDone,
}: {
  item: Item
  onClose: () => void
  onDone: () => void
}) {
  const [label, setLabel] = useState(item.label)
  const [words, setWords] = useState(item.words)
  const [credit, setCredit] = useState(item.credit)
  const [wrong, setWrong] = useState<string | null>(null)
  const keep = async () => {
    try {
      await ask(describeOwn, { params: { id: item.id }, body: { label, words, credit } })
      onDone()
      onClose()
    } catch (thrown) {
      setWrong(wordsOf(thrown, 'Nothing was changed; try again.'))
    }
  }
  return (
    <DialogFrame
      open
      title="Name, words and credit"
      note="Of something you brought; designs that show it are not changed."
      onClose={onClose}
      className="bottom-auto w-[400px]"
    >
      <form
        className="flex flex-col gap-3 p-4 text-small"
        onSubmit={(e) => {
          e.preventDefault()
          void keep()
        }}
      >
        <label className="flex flex-col gap-1">
          Name
          <span className="field">
            <input aria-label="Name of the supply" value={label} onChange={(e) => setLabel(e.target.value)} />
          </span>
        </label>
        <label className="flex flex-col gap-1">
          Words it is found by
          <span className="field">
            <input
              aria-label="Words of the supply"
              value={words}
              placeholder="logo spring sale …"
              onChange={(e) => setWords(e.target.value)}
            />
          </span>
        </label>
        <label className="flex flex-col gap-1">
          Whom it wants named
          <span className="field">
            <input
              aria-label="Credit of the supply"
              value={credit}
              placeholder="nobody"
              onChange={(e) => setCredit(e.target.value)}
            />
          </span>
          <span className="text-tiny text-soft">
            Goes with every delivery that shows it, as a line to be put beside the picture.
          </span>
        </label>
        {wrong && (
          <p role="alert" className="text-tiny text-warn">
            {wrong}
          </p>
        )}
        <div className="flex justify-end gap-2">
          <Button type="button" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit" look="primary" disabled={label.trim() === ''}>
            Keep
          </Button>
        </div>
      </form>
    </DialogFrame>
  )
}
