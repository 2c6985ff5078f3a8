import { cosine, sine } from '../geometry/exact'

/** How far across and down a distance goes at an angle; angles turn clockwise from the right: 90° is straight down. */
export function wayOf(angleDegrees: number, distance: number): { dx: number; dy: number } {
  const r = (angleDegrees * Math.PI) / 180
  return { dx: distance * cosine(r), dy: distance * sine(r) }
}
