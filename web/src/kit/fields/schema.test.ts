import { describe, expect, it } from 'vitest'
import schema from '../../../../docs/kit.schema.json'
import { KINDS } from './kinds'

interface Node {
  $ref?: string
  oneOf?: Node[]
  type?: string | string[]
  properties?: Record<string, Node>
  enum?: string[]
  const?: string
}

const DEFS = schema.$defs as unknown as Record<string, Node>
const known = (node: Node): Node => {
  const name = node.$ref?.split('/').at(-1)
  return name ? known(DEFS[name] as Node) : node
}

/** Where a document may have values, each with the words that it may be, where those are listed. */
function leaves(node: Node, path: string, found: Map<string, Set<string>>): Map<string, Set<string>> {
  const { oneOf, properties, enum: words, const: word } = known(node)
  for (const one of oneOf ?? []) leaves(one, path, found)
  // What was taught is kept as a whole: no part of it is asked.
  const whole = path === 'curve'
  for (const [name, part] of whole ? [] : Object.entries(properties ?? {}))
    leaves(part, path ? `${path}.${name}` : name, found)
  if (!oneOf && (whole || !properties) && known(node).type !== 'null') {
    const all = found.get(path) ?? new Set()
    for (const w of words ?? (word ? [word] : [])) all.add(w)
    found.set(path, all)
  }
  return found
}

const gear = known({ $ref: '#/$defs/Gear' }).oneOf?.map((one) => one.properties ?? {}) ?? []
const sheetOf = (kind: string): Node => gear.find((one) => kind in one)?.[kind] as Node

describe('the form of a piece and the document of the kit', () => {
  it('have the same kinds', () => {
    expect(KINDS.map((k) => k.kind).sort()).toEqual(gear.flatMap(Object.keys).sort())
  })

  it.each(KINDS)('ask the same of a $one', ({ kind, fields }) => {
    const asked = fields.filter((f) => !f.path.startsWith('@')).map((f) => f.path)
    const sets = fields.flatMap((f) => f.options?.flatMap((o) => (o.sets ? [o.sets[0]] : [])) ?? [])
    expect([...new Set([...asked, ...sets])].sort()).toEqual([...leaves(sheetOf(kind), '', new Map()).keys()].sort())
  })

  it.each(KINDS)('offer the same words for a $one', ({ kind, fields }) => {
    const words = leaves(sheetOf(kind), '', new Map())
    for (const field of fields.filter((f) => f.as === 'choice' && !f.path.startsWith('@'))) {
      // An empty choice leaves the value out.
      const offered = field.options?.map((o) => o.value).filter(Boolean)
      expect(offered?.sort(), field.path).toEqual([...(words.get(field.path) ?? [])].sort())
    }
  })
})
