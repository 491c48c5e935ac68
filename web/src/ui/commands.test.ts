import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h, nextTick } from 'vue'
import { usePreferences } from './preferences'
import { DIGITS, everywhere, useCommands, type Stroke } from './commands'

describe('keys', () => {
  let strokes: Stroke[]
  const help = vi.fn()

  function page() {
    const view = defineComponent({
      setup() {
        const taken = (stroke: Stroke) => {
          strokes.push(stroke)
          return stroke.key === 'd'
        }
        useCommands([
          { caps: [], words: 'either', keys: ['d', '-', 'escape'], run: taken },
          { caps: [], words: 'with Alt too', keys: DIGITS, alt: true, run: taken },
          { caps: ['Tab'], words: 'what has focus takes it' },
          ...everywhere(help),
        ])
        return () => h('div', [h('input', { 'data-entry': '' }), h('input', { class: 'other' }), h('button')])
      },
    })
    return mount(view, { attachTo: document.body })
  }

  function press(target: Element, key: string, more: KeyboardEventInit = {}): KeyboardEvent {
    const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more })
    target.dispatchEvent(event)
    return event
  }

  beforeEach(() => {
    localStorage.clear()
    setActivePinia(createPinia())
    strokes = []
    help.mockReset()
    document.body.innerHTML = ''
  })

  it('are taken from the page, and from the meter entry with what it holds', () => {
    const view = page()
    const entry = view.get<HTMLInputElement>('[data-entry]').element
    entry.value = '5.6'
    expect(press(view.get('button').element, 'd').defaultPrevented).toBe(true)
    expect(press(entry, '-').defaultPrevented).toBe(false)
    expect(strokes).toMatchObject([
      { key: 'd', entry: undefined },
      { key: '-', entry: '5.6' },
    ])
    view.unmount()
  })

  it('are left alone in another field, with Ctrl, and under a dialog', () => {
    const view = page()
    press(view.get('.other').element, 'd')
    press(view.get('button').element, 'd', { ctrlKey: true })
    document.body.insertAdjacentHTML('beforeend', '<div role="dialog"></div>')
    press(view.get('button').element, 'd')
    expect(strokes).toEqual([])
    view.unmount()
  })

  it('may be switched off where they are single letters; long names stay', () => {
    const view = page()
    usePreferences().singleKeys = false
    for (const key of ['d', '?', 't', '3', 'Escape']) press(view.get('button').element, key)
    expect(strokes.map((s) => s.key)).toEqual(['Escape'])
    expect(help).not.toHaveBeenCalled()
    view.unmount()
  })

  it('turn the theme and open the help on every view', async () => {
    const view = page()
    const button = view.get('button').element
    press(button, 't')
    await nextTick()
    expect(document.documentElement.dataset.theme).toBe('paper')
    press(button, 't')
    await nextTick()
    expect(document.documentElement.dataset.theme).toBeUndefined()
    press(button, '?')
    expect(help).toHaveBeenCalledOnce()
    view.unmount()
  })

  it('are taken with Alt only where that is said, and a capital letter is its key', () => {
    const view = page()
    const button = view.get('button').element
    expect(press(button, 'd', { altKey: true }).defaultPrevented).toBe(false)
    expect(press(button, 'D', { shiftKey: true }).defaultPrevented).toBe(false)
    expect(strokes).toMatchObject([{ key: 'D', shift: true }])
    view.unmount()
  })

  it('count by their place with Alt, whatever the layout makes of them', () => {
    const view = page()
    press(view.get('[data-entry]').element, '¡', { altKey: true, code: 'Digit3' })
    expect(strokes).toMatchObject([{ key: '3', alt: true, entry: '' }])
    view.unmount()
  })
})
