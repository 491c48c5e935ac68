/** A place on a drawing, pixels. */
export interface Spot {
  x: number
  y: number
}
