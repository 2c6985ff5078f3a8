/** What the server answers to work on masks: tiles by `column,row`, each the name of a stored file or `full`. */
type Tiles = { width: number; height: number; tiles: Record<string, string> }
/** Of a cut out; `colours` names the stored colours of half-covered px, null where there are none. */
export type CutOutAnswer = Tiles & { colours: string | null }
export type PickAnswer = Tiles
/** Of a mask that was cleaned, with how many dots and holes went. */
export type SpecksAnswer = Tiles & { dots: number; holes: number }
