'use client'
import { Download, Home, Image as ImageIcon, Trash2, Upload } from 'lucide-react'
import { useRef } from 'react'
import { messageOf } from '@/core/basics/errors'
import { inOrder } from '@/core/basics/order'
import { HARMONIES, type Harmony, harmony } from '@/core/colour/harmony'
import { onSwatch } from '@/core/design/properties/targets'
import type { Design } from '@/core/design/schema'
import { readTokens, writeTokens } from '@/core/formats/design-tokens'
import { addSwatches, pictureColours, removeSwatch } from '../actions/colouring'
import { useBench, useBenchState } from '../state/bench-context'
import { Button, IconButton } from '../ui/button'
import { Menu, MenuItem, MenuPart } from '../ui/menu'
import { ColourField } from './colour-field'
import { Own } from './own'
import { Section } from './section'
import { useProperty } from './use-property'

/** The design's swatches: changed here, everything that uses them follows. */
export function SwatchesSection() {
  const bench = useBench()
  const chooser = useRef<HTMLInputElement>(null)
  const design = useBenchState((s) => s.design)
  const swatches = inOrder(design.swatches)
  const fromPicture = async () => {
    const colours = await pictureColours(bench)
    if (colours.length === 0)
      return bench.notify('There is no picture on this page to take colours from. Place a photo first.')
    addSwatches(
      bench,
      'Swatches from a picture',
      colours.map((colour) => ({ name: colour, colour })),
    )
  }
  const open = async (file: File) => {
    try {
      addSwatches(bench, `Swatches from ${file.name}`.slice(0, 100), readTokens(await file.text()))
    } catch (thrown) {
      bench.notify(messageOf(thrown), 'trouble')
    }
  }
  const save = () => {
    const a = document.createElement('a')
    a.href = URL.createObjectURL(new Blob([writeTokens(swatches)], { type: 'application/json' }))
    a.download = `${design.name.replace(/[^\w -]/g, '')}.tokens.json`
    a.click()
    URL.revokeObjectURL(a.href)
  }
  return (
    <Section
      title="Swatches"
      aside={
        <>
          <IconButton label="House set" className="!size-6" onClick={() => bench.set({ dialog: 'house' })}>
            <Home size={13} />
          </IconButton>
          <IconButton label="Swatches from a picture" className="!size-6" onClick={() => void fromPicture()}>
            <ImageIcon size={13} />
          </IconButton>
          <IconButton label="Open design tokens" className="!size-6" onClick={() => chooser.current?.click()}>
            <Upload size={13} />
          </IconButton>
          <IconButton
            label="Save as design tokens"
            className="!size-6"
            disabled={swatches.length === 0}
            onClick={save}
          >
            <Download size={13} />
          </IconButton>
        </>
      }
    >
      <input
        ref={chooser}
        type="file"
        hidden
        aria-label="Design tokens file"
        accept=".json,.tokens,application/json"
        onChange={(e) => {
          const [file] = e.target.files ?? []
          e.target.value = ''
          if (file) void open(file)
        }}
      />
      {swatches.map((w) => (
        <Swatch key={w.id} swatch={w} />
      ))}
      {swatches.length > 0 && (
        <Menu trigger={<Button small>Add what goes with the first …</Button>}>
          {(Object.keys(HARMONIES) as Harmony[]).map((kind) => {
            const colours = harmony(swatches[0]?.colour.slice(0, 7) ?? '#808080', kind)
            return (
              <MenuPart key={kind} label={HARMONIES[kind].label}>
                <MenuItem
                  onSelect={() =>
                    addSwatches(
                      bench,
                      'Swatches that go together',
                      colours.map((colour) => ({ name: colour, colour })),
                    )
                  }
                >
                  {colours.map((c) => (
                    <span
                      key={c}
                      className="size-5 rounded-[4px] ring-1 ring-black/15"
                      style={{ background: c }}
                    />
                  ))}
                </MenuItem>
              </MenuPart>
            )
          })}
        </Menu>
      )}
      {swatches.length === 0 && (
        <p className="text-tiny text-soft">
          Keep a colour as a swatch in any colour field, take some from a picture, or open design tokens.
          Change one here, and everything that uses it follows.
        </p>
      )}
    </Section>
  )
}

function Swatch({ swatch: w }: { swatch: Design['swatches'][string] }) {
  const bench = useBench()
  const colour = useProperty<string>([onSwatch(w.id)], 'colour', `Swatch ${w.name}`)
  const name = (to: string) =>
    bench.edit('Name a swatch', (d) => {
      const held = d.swatches[w.id]
      if (held) held.name = to
    })
  /** A swatch names no other. */
  const literal = (take: (colour: string) => void) => (c: string) => {
    if (!c.startsWith('swatch:')) take(c)
  }
  return (
    <Own {...colour.own}>
      <div className="flex items-center gap-1">
        <div className="min-w-0 flex-1">
          <ColourField
            label={w.name}
            name={{ value: w.name, onChange: name }}
            colour={colour.value ?? w.colour}
            onPreview={literal(colour.show)}
            onChange={literal(colour.keep)}
          />
        </div>
        <IconButton
          label={`Remove the swatch ${w.name}`}
          className="!size-6"
          onClick={() => removeSwatch(bench, w.id)}
        >
          <Trash2 size={13} />
        </IconButton>
      </div>
    </Own>
  )
}
