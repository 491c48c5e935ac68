import { mount, type VueWrapper } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h, ref } from 'vue'
import type { Refused, SetupView } from '@/api/client'
import type { TypedEntry } from '@/forms/entry'
import { useBoard } from '@/look/board'
import { useNotices } from '@/ui/notices'
import MeterEntry from './MeterEntry.vue'

// Whom it tells what is metered is a matter of its own.
vi.mock('@/look/joined', () => ({ useMetered: () => undefined }))

const lane = (id: string, kind: string, role?: string) => ({ id, kind, role, name: id === 'key' ? 'Key' : 'Fill' })
const view = {
  id: 'look',
  version: 3,
  tape: { items: [], earlier: false },
  setup: { lights: [{ id: 'key' }, { id: 'fill' }] },
  board: { lanes: [lane('key', 'light', 'key'), lane('fill', 'light', 'fill')], next: { lane: 'key' } },
} as unknown as SetupView
const refusal = (detail: string) => ({ problem: { detail } }) as unknown as Refused

describe('the meter entry', () => {
  let board: ReturnType<typeof useBoard>
  let page: VueWrapper
  let written: TypedEntry[]
  /** Sends the reading back that was written as the nth. */
  let sendBack: ((refused: Refused) => Promise<void>)[]

  beforeEach(() => {
    setActivePinia(createPinia())
    localStorage.clear()
    board = useBoard()
    board.accept(view)
    board.choose('key')
    written = []
    sendBack = []
    vi.spyOn(board, 'tryOut').mockResolvedValue()
    vi.spyOn(board, 'write').mockImplementation((entry, mend) => {
      written.push(entry)
      sendBack.push(async (refused) => {
        mend?.(refused)
        await new Promise((r) => setTimeout(r))
      })
    })
    const typed = ref('')
    const around = defineComponent(() => () => {
      return h(MeterEntry, { modelValue: typed.value, 'onUpdate:modelValue': (v: string) => (typed.value = v) })
    })
    page = mount(around, { attachTo: document.body })
  })
  afterEach(() => page.unmount())

  const field = () => page.get<HTMLInputElement>('[data-entry]')
  async function log(text: string): Promise<void> {
    await field().setValue(text)
    await field().trigger('keydown', { key: 'Enter' })
    await new Promise((r) => setTimeout(r))
  }
  const shows = () => written.map((e) => 'reading' in e && [e.reading.of, e.reading.shows])

  it('logs at once, and takes the next reading while the one before is on its way', async () => {
    await log('5.6 1')
    expect(field().element.value).toBe('')
    await log('4 4')
    expect(shows()).toEqual([
      ['key', '5.6 1'],
      ['key', '4 4'],
    ])
  })

  it('keeps what is typed with the light that it was typed for, whoever writes, and says so', async () => {
    await field().setValue('5.6')
    const moved = { ...view.board, next: { lane: 'fill' } }
    board.accept({ ...view, version: 4, board: moved } as unknown as SetupView)
    board.choose('fill')
    await new Promise((r) => setTimeout(r))
    expect(field().attributes('aria-label')).toBe('Reading of key')
    await field().trigger('keydown', { key: 'Enter' })
    expect(shows()).toEqual([['key', '5.6']])
    // Logged, it goes on with what is chosen.
    await new Promise((r) => setTimeout(r))
    expect(field().attributes('aria-label')).toBe('Reading of fill')
    // By its own choice it is another's.
    await field().setValue('4')
    await page.findAll('[role=radio]')[0]?.trigger('click')
    expect(field().attributes('aria-label')).toBe('Reading of key')
    expect(field().element.value).toBe('4')
  })

  it('logs nothing for a light that was taken away meanwhile, and lets another be chosen', async () => {
    await field().setValue('5.6')
    const gone = { ...view.board, lanes: view.board.lanes.filter((l) => l.id !== 'key'), next: { lane: 'fill' } }
    board.accept({ ...view, version: 4, board: gone } as unknown as SetupView)
    await new Promise((r) => setTimeout(r))
    expect(page.text()).toContain('What it was typed for was taken away meanwhile.')
    await field().trigger('keydown', { key: 'Enter' })
    expect(written).toEqual([])
    await page.findAll('[role=radio]')[0]?.trigger('click')
    await field().trigger('keydown', { key: 'Enter' })
    expect(shows()).toEqual([['fill', '5.6']])
  })

  it('says with the reading what the meter was set to and how it was held, though nobody chose it', async () => {
    const setup = {
      camera: { exposure: { aperture: '8', shutter: '1/160', iso: '200' } },
      schools: { receptor: 'dome_to_light' },
    }
    board.accept({ ...view, setup } as unknown as SetupView)
    await log('5.6 1')
    // Somebody else sets the camera, and changes school, while it waits.
    board.accept({ ...view, version: 9, setup: { camera: { exposure: { iso: '800' } }, schools: {} } } as never)
    const how = { receptor: 'dome_to_light' }
    expect(written).toMatchObject([{ reading: { of: 'key', shows: '5.6 1', iso: '200', shutter: '1/160', how } }])
  })

  it('gives back what is not understood, with why, and logs it once it is mended', async () => {
    await log('7.3 4')
    await sendBack[0]?.(refusal('7.3 is no whole stop.'))
    expect(field().element.value).toBe('7.3 4')
    expect(field().attributes('aria-invalid')).toBe('true')
    expect(page.text()).toContain('7.3 is no whole stop.')
    await log('8 1')
    expect(shows().at(-1)).toEqual(['key', '8 1'])
  })

  it('leaves alone what is being typed, and tells what was not logged', async () => {
    await log('7.3 4')
    await field().setValue('5.')
    await sendBack[0]?.(refusal('7.3 is no whole stop.'))
    expect(field().element.value).toBe('5.')
    expect(useNotices().now).toMatchObject({ words: '“7.3 4” was not logged: 7.3 is no whole stop.', warn: true })
  })

  it('does not put a reading into the field of another light', async () => {
    await log('7.3 4')
    board.choose('fill')
    await sendBack[0]?.(refusal('7.3 is no whole stop.'))
    expect(field().element.value).toBe('')
    expect(useNotices().now?.words).toContain('“7.3 4” was not logged')
  })

  it('does not put a reading into the field of another look', async () => {
    await log('7.3 4')
    // Its lights may well be called the same: a look that was begun from this one.
    const other = { ...view, id: 'other look' } as unknown as SetupView
    vi.spyOn(board, 'view', 'get').mockReturnValue(other)
    await sendBack[0]?.(refusal('7.3 is no whole stop.'))
    expect(field().element.value).toBe('')
    expect(useNotices().now?.words).toContain('“7.3 4” was not logged')
  })

  it('logs nothing where nothing is typed', async () => {
    await log('  ')
    expect(written).toEqual([])
  })
})
