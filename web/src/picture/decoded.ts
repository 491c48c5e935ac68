/**
 * What was answered with a picture, once that can be drawn: so it is swapped in without blanking. Where pictures can't be decoded, it is shown all the
 * same.
 */
export async function decoded<T extends { picture: string }>(answer: T): Promise<T> {
  const image = new Image()
  image.src = answer.picture
  await image.decode?.().catch(() => undefined)
  return answer
}
