'use client'
import { Ellipsis, Heart } from 'lucide-react'
import { useState } from 'react'
import { useStore } from 'zustand'
import { isPhoto, sourcesOf, takesPicture } from '@/core/kinds/facts'
import { ask, wordsOf } from '@/wire/client'
import { forgetOwn } from '@/wire/supplies'
import { makeBackdrop } from '../actions/backdrop'
import { textureOverAll } from '../actions/placing'
import { fillSlot, swapPicture } from '../actions/slots'
import { SUPPLY_TYPE } from '../stage/stage'
import { useBench, usePaced } from '../state/bench-context'
import { Button, IconButton } from '../ui/button'
import { Menu, MenuItem, MenuPart } from '../ui/menu'
import { openOwnMenu } from '../ui/own-menu'
import { ColourDots, ColourItems, isColoured } from './colours'
import { keptSupplies, turnFavourite } from './kept'
import { OwnDialog } from './own-dialog'
import { type Item, placingOf } from './search'

type Props = {
  item: Item
  onPlace: (item: Item) => void
  onLike: (item: Item) => void
  /** One of a person's own is called otherwise, or is gone. */
  onChanged: () => void
}
/** Light things are shown on dark ground, light itself too. */
const isPale = ({ transparent, blend, colours }: Item): boolean =>
  transparent &&
  (blend === 'screen' ||
    blend === 'plus-lighter' ||
    (colours.length > 0 && colours.every((c) => c === 'white' || c === 'grey')))

/** One supply: a click places it, a drag takes it where it is wanted, the menu holds the rest. */
export function Tile({ item, onPlace, onLike, onChanged }: Props) {
  const bench = useBench()
  const placing = placingOf(item)
  const graphic = item.info.kind === 'graphic'
  const [naming, setNaming] = useState(false)
  // A hundred tiles come at once: their dots only where the pointer is.
  const [near, setNear] = useState(false)
  const liked = useStore(keptSupplies, (k) => k.favourites.includes(item.id))
  return (
    <li
      className="group relative [content-visibility:auto] [contain-intrinsic-size:104px_108px]"
      onContextMenu={openOwnMenu}
      onPointerEnter={() => setNear(true)}
      onPointerLeave={() => setNear(false)}
    >
      <button
        type="button"
        draggable
        title={`${item.label} · ${item.source}, ${item.licence}`}
        aria-label={`Place ${item.label}`}
        className="block w-full text-left"
        onClick={() => onPlace(item)}
        onDragStart={(e) => {
          e.dataTransfer.effectAllowed = 'copy'
          e.dataTransfer.setData(SUPPLY_TYPE, JSON.stringify(placing))
        }}
      >
        <span
          className={`flex h-[88px] items-center justify-center overflow-hidden rounded-control ${item.transparent && !isPale(item) ? 'checker-dim' : ''} ${isPale(item) ? 'bg-[#35302d]' : 'bg-well'}`}
        >
          {/* Previews are small WebP of our own server; nothing is gained from another optimiser. */}
          {/* biome-ignore lint/performance/noImgElement: see above */}
          <img
            src={`/api/blobs/${item.sha}/preview`}
            alt=""
            loading="lazy"
            draggable={false}
            className={
              item.transparent ? 'max-h-full max-w-full object-contain p-1' : 'size-full object-cover'
            }
          />
        </span>
        <span className="mt-0.5 block truncate text-tiny text-soft">{item.label}</span>
      </button>
      {near && isColoured(item) && <ColourDots item={item} />}
      {!graphic && !item.transparent && (
        <Button
          small
          look="dark"
          className="absolute bottom-5 left-1 opacity-0 group-hover:opacity-100 focus-visible:opacity-100"
          onClick={() => makeBackdrop(bench, placing)}
        >
          Make backdrop
        </Button>
      )}
      <IconButton
        label={liked ? `No longer a favourite: ${item.label}` : `Favourite: ${item.label}`}
        className={`!absolute top-1 left-1 !size-6 bg-panel/90 group-hover:opacity-100 focus-visible:opacity-100 ${liked ? 'text-accent' : 'opacity-0'}`}
        onClick={() => turnFavourite(item.id)}
      >
        <Heart size={13} fill={liked ? 'currentColor' : 'none'} />
      </IconButton>
      <Menu
        trigger={
          <IconButton
            label={`More for ${item.label}`}
            className="!absolute top-1 right-1 !size-6 bg-panel/90 opacity-0 group-hover:opacity-100 focus-visible:opacity-100 data-[state=open]:opacity-100"
          >
            <Ellipsis size={14} />
          </IconButton>
        }
      >
        <Acts
          item={item}
          onPlace={onPlace}
          onLike={onLike}
          onChanged={onChanged}
          onName={() => setNaming(true)}
        />
      </Menu>
      {naming && <OwnDialog item={item} onClose={() => setNaming(false)} onDone={onChanged} />}
    </li>
  )
}

/** What can be done with a supply, for the selection there is. */
function Acts({ item, onPlace, onLike, onChanged, onName }: Props & { onName: () => void }) {
  const bench = useBench()
  const placing = placingOf(item)
  const s = usePaced('kept', (state) => ({ selection: state.selection, layers: state.design.layers }))
  const forget = async () => {
    try {
      await ask(forgetOwn, { params: { id: item.id } })
      bench.notify(`“${item.label}” is off the shelf. Designs that show it keep it.`)
      onChanged()
    } catch (thrown) {
      bench.notify(wordsOf(thrown, 'It is still there; try again.'), 'trouble')
    }
  }
  const only = s.selection.length === 1 ? s.layers[s.selection[0] ?? ''] : undefined
  const picture = item.info.kind === 'picture'
  const old = only && (isPhoto(only) || takesPicture(only)) ? sourcesOf(only)[0]?.sha : undefined
  const uses = old ? Object.values(s.layers).filter((l) => sourcesOf(l).some((u) => u.sha === old)).length : 0
  return (
    <>
      <MenuItem onSelect={() => onPlace(item)}>Place</MenuItem>
      {isColoured(item) && (
        <MenuPart label="Place in a colour">
          <ColourItems item={item} />
        </MenuPart>
      )}
      {picture && <MenuItem onSelect={() => makeBackdrop(bench, placing)}>Make backdrop</MenuItem>}
      {(item.kind === 'texture' || item.kind === 'overlay') && picture && (
        <MenuItem onSelect={() => textureOverAll(bench, placing)}>Over everything, on all pages</MenuItem>
      )}
      {picture && takesPicture(only) && (
        <MenuItem onSelect={() => fillSlot(bench, only.id, placing)}>Fill the selected slot</MenuItem>
      )}
      {picture && only && old && (
        <MenuItem onSelect={() => swapPicture(bench, only.id, placing, false)}>
          Swap the selected picture, this one
        </MenuItem>
      )}
      {picture && only && old && uses > 1 && (
        <MenuItem onSelect={() => swapPicture(bench, only.id, placing, true)}>
          Swap it wherever it is used, {uses} times
        </MenuItem>
      )}
      <MenuItem onSelect={() => onLike(item)}>More like this</MenuItem>
      {item.own && <MenuItem onSelect={onName}>Name, words and credit …</MenuItem>}
      {item.own && <MenuItem onSelect={() => void forget()}>Remove from the supplies</MenuItem>}
      <MenuItem
        onSelect={() => {
          bench.addSource(item.info)
          bench.edit('Pin a reference picture', (d) => {
            d.reference = {
              source: item.sha,
              name: item.label,
              width: item.info.width,
              height: item.info.height,
            }
          })
        }}
      >
        Pin beside the stage
      </MenuItem>
      <p className="mt-1 border-t border-line px-2 pt-1.5 pb-0.5 text-tiny text-soft">
        {item.source} · {item.licence} · {item.info.width} × {item.info.height}
      </p>
    </>
  )
}
