/** Places in their order, each as near to where it wants to be as the room between it and the one before lets it. */
export function spaced(wanted: readonly number[], room: number): number[] {
  const places: number[] = []
  for (const at of wanted) {
    const before = places.at(-1)
    places.push(before === undefined ? at : Math.max(at, before + room))
  }
  return places
}
