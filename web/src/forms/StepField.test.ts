import { mount } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import StepField from './StepField.vue'

const tick = () => new Promise((r) => setTimeout(r))

describe('a value that is stepped or typed', () => {
  const field = (write: (typed: string) => Promise<string | undefined>) => {
    const page = mount(StepField, { props: { label: 'Aperture', value: '8', write, down: true, up: true } })
    return { page, input: page.get('input') }
  }

  it('writes what was typed once, by Enter or by leaving it, and nothing that was not changed or was cleared', async () => {
    const write = vi.fn(() => Promise.resolve(undefined))
    const { page, input } = field(write)
    for (const typed of ['8', '', '  ']) {
      await input.trigger('focus')
      await input.setValue(typed)
      await input.trigger('blur')
      await tick()
      expect(input.element.value).toBe('8')
    }
    expect(write).not.toHaveBeenCalled()
    await input.trigger('focus')
    await input.setValue(' 5.6 ')
    await input.trigger('keydown', { key: 'Enter' })
    await tick()
    expect(write.mock.calls).toEqual([['5.6']])
    await page.setProps({ value: '5.6' })
    await input.trigger('blur')
    expect(write).toHaveBeenCalledTimes(1)
    expect(input.element.value).toBe('5.6')
  })

  it('keeps what is refused, with what would be right, until it is mended or left by Escape', async () => {
    const { page, input } = field(() => Promise.resolve('f/7.3 is no third-stop marking. Nearest: f/7.1 or f/8.'))
    await input.trigger('focus')
    await input.setValue('7.3')
    await input.trigger('keydown', { key: 'Enter' })
    await tick()
    expect(page.get('[role=alert]').text()).toContain('Nearest: f/7.1 or f/8.')
    expect([input.element.value, input.attributes('aria-invalid')]).toEqual(['7.3', 'true'])
    await input.trigger('keydown', { key: 'Escape' })
    expect([input.element.value, page.find('[role=alert]').exists()]).toEqual(['8', false])
  })

  it('leaves what is being typed alone while the value changes, and steps by arrows', async () => {
    const { page, input } = field(() => Promise.resolve(undefined))
    await input.trigger('focus')
    await input.setValue('5.')
    await page.setProps({ value: '9' })
    expect(input.element.value).toBe('5.')
    await input.trigger('keydown', { key: 'ArrowUp' })
    await input.trigger('keydown', { key: 'ArrowDown' })
    expect([page.emitted('up')?.length, page.emitted('down')?.length]).toEqual([1, 1])
    expect(input.element.value).toBe('9')
  })
})
