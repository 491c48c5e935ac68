import { mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h, nextTick, reactive, ref } from 'vue'
import type { MixQuestion, NamedPatch } from '@/api/client'
import { ROOM, useMixed } from './mixed'

const settings = ['1/4', '1/8', '1/16'].map((written, n) => ({ written, stops: -n }))
const lane = (id: string, now: string) => ({ id, dial: { now, settings } })
const shot = (picture: string, lit?: unknown) => ({ picture, frame: 1, lit })
const fresh = () => ({
  still: false,
  write: vi.fn(),
  setup: {
    lights: [{ id: 'key' }, { id: 'fill' }, { id: 'rim' }],
    shots: [shot('a', { alone: 'key' }), shot('b', { alone: 'fill' }), shot('c', 'no_flash'), shot('d')],
  },
  board: { lanes: [lane('key', '1/8'), lane('fill', '1/8')] },
  view: { board: { lanes: [lane('key', '1/8'), lane('fill', '1/8')] } },
})
const board = reactive(fresh())
vi.mock('@/look/board', () => ({ useBoard: () => board }))

const PATCHES: NamedPatch[] = ['Lit cheek', 'Shadow cheek', 'Ground'].map((name, n) => ({
  name,
  x: n / 3,
  y: 0.5,
  radius: 0.02,
}))
const entry = { all_set: { dials: [{ light: 'key', dial: '1/4' }] } }

/** What was asked; each question is answered by what it says. */
let asked: MixQuestion[] = []
let missed: object | undefined
beforeEach(() => {
  Object.assign(board, fresh())
  asked = []
  missed = undefined
  vi.stubGlobal('fetch', async (request: Request) => {
    const { question } = JSON.parse(await request.text()) as { question: MixQuestion }
    asked.push(question)
    const found = question.find ? '1/16' : undefined
    const dial = (light: string) => found ?? question.dials?.find((d) => d.light === light)?.dial ?? '1/8'
    const answer = {
      picture: 'data:,',
      width: 4,
      height: 5,
      tones: { patches: PATCHES.map((_, n) => ({ tone: -n })), ratio: { shown: '2 : 1', over: 1, sure: 0.1 } },
      as_shot: { shutter: '1/160' },
      exposure: { shutter: question.shutter ?? '1/160' },
      room: { shutters: ['1/80', '1/160', '1/200'].map((written) => ({ written, stops: 0 })) },
      lights: ['key', 'fill'].map((light) => ({ light, as_shot: '1/8', dial: dial(light) })),
      to_board: question.dials?.length ? [entry] : [],
      missed,
    }
    return new Response(JSON.stringify(answer), { headers: { 'content-type': 'application/json' } })
  })
})
afterEach(() => vi.unstubAllGlobals())

async function settled(): Promise<void> {
  for (let n = 0; n < 30; n++) await nextTick()
  await new Promise((done) => setTimeout(done))
  for (let n = 0; n < 30; n++) await nextTick()
}

/** A screen of fine pixels: there half of a mix is not enough at rest. */
const fine = (ratio: number) => Object.defineProperty(window, 'devicePixelRatio', { value: ratio, configurable: true })
beforeEach(() => fine(2))

async function page() {
  let mix!: ReturnType<typeof useMixed>
  const [isMixed, look] = [ref(true), ref('one')]
  const view = mount(
    defineComponent(() => {
      mix = useMixed(
        () => look.value,
        isMixed,
        () => PATCHES,
        ref(false),
        () => 1366,
      )
      return () => h('i')
    }),
  )
  await settled()
  return { mix, isMixed, look, leave: () => view.unmount() }
}
const last = () => asked.at(-1)

describe('a mix', () => {
  it('is asked for as the board stands, and as shot beside it; only while it is looked at', async () => {
    const { mix, isMixed, leave } = await page()
    expect(asked.map((q) => q.as_shot).sort()).toEqual([false, true])
    expect(asked.find((q) => !q.as_shot)).toMatchObject({ dials: [], muted: [], without_room: false, half: false })
    expect(last()?.same_skin).toEqual({ lit: 0, shadow: 1 })
    expect(mix.has.value).toEqual({ lights: ['key', 'fill'], room: true })
    isMixed.value = false
    await settled()
    expect(mix.mixed.value).toBeUndefined()
    board.setup.shots = [shot('d')]
    isMixed.value = true
    const before = asked.length
    await settled()
    expect([asked.length, mix.hasAny.value]).toEqual([before, false])
    leave()
  })

  it('is asked for at half the size where no more of it is seen', async () => {
    fine(1)
    const { leave } = await page()
    expect(asked.map((q) => q.half)).toEqual([true, true])
    leave()
  })

  it('follows a dial by its steps and by hand, to the ends of it and not farther', async () => {
    const { mix, leave } = await page()
    mix.step('key', 'up')
    await settled()
    expect(last()?.dials).toEqual([{ light: 'key', dial: '1/4' }])
    mix.step('key', 'up')
    await settled()
    expect(last()?.dials).toEqual([{ light: 'key', dial: '1/4' }])
    mix.turn('fill', '1/16', true)
    await settled()
    expect(last()?.half).toBe(true)
    mix.letGo()
    await settled()
    expect(last()).toMatchObject({ half: false, dials: [{ dial: '1/4' }, { light: 'fill', dial: '1/16' }] })
    mix.step(ROOM, 'up')
    await settled()
    expect(last()?.shutter).toBe('1/80')
    leave()
  })

  it('leaves a light out, or all but one, and is shown as shot without forgetting what was tried', async () => {
    const { mix, leave } = await page()
    mix.mute('fill')
    await settled()
    expect(last()).toMatchObject({ muted: ['fill'], without_room: false })
    mix.solo('fill')
    await settled()
    expect(last()).toMatchObject({ muted: ['key'], without_room: true })
    mix.solo('fill')
    mix.turn('key', '1/4')
    mix.asShot.value = true
    await settled()
    expect(last()?.as_shot).toBe(true)
    expect(mix.toBoard()).toBe(false)
    mix.asShot.value = false
    await settled()
    expect(last()).toMatchObject({ muted: ['fill'], dials: [{ light: 'key', dial: '1/4' }] })
    mix.allAsShot()
    await settled()
    expect(last()).toMatchObject({ as_shot: true, muted: [], dials: [] })
    leave()
  })

  it('finds dials for what is wished: the lit cheek stays where nothing else is said of it', async () => {
    const { mix, leave } = await page()
    missed = [{ text: 'Not quite.' }]
    mix.wish(2, -0.3)
    await mix.find()
    const finds = asked.filter((q) => q.find)
    expect(finds[0]?.find?.tones).toEqual([
      { patch: 0, tone: 0 },
      { patch: 2, tone: -2.3 },
    ])
    await settled()
    expect(last()?.dials).toEqual([
      { light: 'key', dial: '1/16' },
      { light: 'fill', dial: '1/16' },
    ])
    expect(mix.notFound.value).toEqual([{ text: 'Not quite.' }])
    mix.turn('key', '1/8')
    expect(mix.notFound.value).toBeUndefined()
    leave()
  })

  it('goes to the board as its entries; what stands there by then is no longer tried', async () => {
    const { mix, look, leave } = await page()
    expect(mix.toBoard()).toBe(false)
    mix.turn('key', '1/4')
    await settled()
    expect(mix.toBoard()).toBe(true)
    expect(board.write).toHaveBeenCalledWith(entry)
    board.view = { board: { lanes: [lane('key', '1/4'), lane('fill', '1/8')] } }
    await settled()
    expect(mix.tried.dials.size).toBe(0)
    mix.turn('key', '1/16')
    look.value = 'two'
    await settled()
    expect(mix.tried.dials.size).toBe(0)
    leave()
  })
})
