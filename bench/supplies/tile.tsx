'use client'
import { Ellipsis } from 'lucide-react'
import { isPhoto, sourcesOf, takesPicture } from '@/core/kinds/facts'
import { makeBackdrop } from '../actions/backdrop'
import { textureOverAll } from '../actions/placing'
import { fillSlot, swapPicture } from '../actions/slots'
import { SUPPLY_TYPE } from '../stage/stage'
import { useBench, usePaced } from '../state/bench-context'
import { Button, IconButton } from '../ui/button'
import { Menu, MenuItem } from '../ui/menu'
import { openOwnMenu } from '../ui/own-menu'
import { type Item, placingOf } from './search'

type Props = { item: Item; onPlace: (item: Item) => void; onLike: (item: Item) => void }

/** One supply: a click places it, a drag takes it where it is wanted, the menu holds the rest. */
export function Tile({ item, onPlace, onLike }: Props) {
  const bench = useBench()
  const placing = placingOf(item)
  const graphic = item.info.kind === 'graphic'
  return (
    <li
      className="group relative [content-visibility:auto] [contain-intrinsic-size:104px_108px]"
      onContextMenu={openOwnMenu}
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
          className={`flex h-[88px] items-center justify-center overflow-hidden rounded-control ${item.transparent ? 'checker-dim' : 'bg-well'}`}
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
        <span className="mt-0.5 flex items-baseline gap-1 text-tiny text-soft">
          <span className="min-w-0 flex-1 truncate">{item.label}</span>
          <span className="shrink-0 text-[9.5px]">{item.licence}</span>
        </span>
      </button>
      {!graphic && (
        <Button
          small
          look="dark"
          className="absolute bottom-5 left-1 opacity-0 group-hover:opacity-100 focus-visible:opacity-100"
          onClick={() => makeBackdrop(bench, placing)}
        >
          Make backdrop
        </Button>
      )}
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
        <Acts item={item} onPlace={onPlace} onLike={onLike} />
      </Menu>
    </li>
  )
}

/** What can be done with a supply, for the selection there is. */
function Acts({ item, onPlace, onLike }: Props) {
  const bench = useBench()
  const placing = placingOf(item)
  const s = usePaced('kept', (state) => ({ selection: state.selection, layers: state.design.layers }))
  const only = s.selection.length === 1 ? s.layers[s.selection[0] ?? ''] : undefined
  const picture = item.info.kind === 'picture'
  const old = only && (isPhoto(only) || takesPicture(only)) ? sourcesOf(only)[0]?.sha : undefined
  const uses = old ? Object.values(s.layers).filter((l) => sourcesOf(l).some((u) => u.sha === old)).length : 0
  return (
    <>
      <MenuItem onSelect={() => onPlace(item)}>Place</MenuItem>
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
