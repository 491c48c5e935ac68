import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import type { LaneState, Role } from '@/api/client'
import FNumber from './FNumber.vue'
import { MARKS } from './marks'
import StateSign from './StateSign.vue'
import WordLine from './WordLine.vue'

describe('an f-number', () => {
  it('is drawn in the notation of the trade and read out in words', () => {
    const view = mount(FNumber, { props: { f: { number: '5.6', tenths: 0, words: 'f/5.6 and 0 tenths' } } })
    expect(view.get('[aria-hidden]').text()).toBe('ƒ5.60')
    expect(view.get('sup').text()).toBe('0')
    expect(view.get('.sr-only').text()).toBe('f/5.6 and 0 tenths')
  })

  it('has no tenths where a camera is set', () => {
    expect(
      mount(FNumber, { props: { f: { number: '8', words: 'f/8' } } })
        .find('sup')
        .exists(),
    ).toBe(false)
  })
})

describe('a line of words', () => {
  it('keeps its spaces and sets the setting apart', () => {
    const line = [{ text: 'Fill down 0.7 stop: set ' }, { strong: '1/16 +0.3' }]
    const view = mount(WordLine, { props: { line } })
    expect(
      view
        .findAll('span, b')
        .map((piece) => piece.element.textContent)
        .join(''),
    ).toBe('Fill down 0.7 stop: set 1/16 +0.3')
    expect(view.get('b').text()).toBe('1/16 +0.3')
  })

  it('shows the mark of a light before its reading', () => {
    const f = { number: '4', tenths: 4, words: 'f/4 and 4 tenths' }
    const view = mount(WordLine, { props: { line: [{ mark: 'fill' as const }, { text: 'reads ' }, { f }] } })
    expect(view.find('svg').exists()).toBe(true)
    expect(view.text()).toContain('ƒ44')
  })
})

describe('shapes', () => {
  it('differ from role to role, so that colour is never alone', () => {
    const shapes = (Object.keys(MARKS) as Role[]).map((role) => MARKS[role](9))
    expect(new Set(shapes).size).toBe(6)
    for (const shape of shapes) expect(shape).toMatch(/^M[^N]*z$/)
  })

  it('sign a state that is off, right or unknown apart', () => {
    const drawn = (state: LaneState) => mount(StateSign, { props: { state } }).html()
    const states: LaneState[] = ['untouched', 'set', 'measured', 'over', 'read_again', 'on_target', 'likely_on_target']
    expect(new Set(states.map(drawn)).size).toBe(states.length)
    expect(drawn('under')).toBe(drawn('over'))
    expect(drawn('removed')).toBe(drawn('on_target'))
    expect(drawn('kept')).toBe(drawn('on_target'))
  })
})
