import { describe, expect, it } from 'vitest'
import { useAsking } from './asking'
import { Refused, type Problem } from './client'

const later = () => {
  let answer: (value: string) => void = () => undefined
  let refuse: (error: Error) => void = () => undefined
  const promise = new Promise<string>((a, r) => ([answer, refuse] = [a, r]))
  return { promise, answer, refuse }
}

describe('a question that is asked over and over', () => {
  it('has one out at a time, and only the newest waits', async () => {
    const put: { question: number; call: ReturnType<typeof later> }[] = []
    const asking = useAsking((question: number) => {
      const call = later()
      put.push({ question, call })
      return call.promise
    })
    const first = asking.ask(1)
    void asking.ask(2)
    void asking.ask(3)
    expect(put.map((p) => p.question)).toEqual([1])
    put[0].call.answer('one')
    await Promise.resolve()
    await new Promise((r) => setTimeout(r))
    expect(put.map((p) => p.question)).toEqual([1, 3])
    put[1].call.answer('three')
    await first
    expect(asking.answer.value).toBe('three')
  })

  it('keeps the last answer while a later question is refused or not answered', async () => {
    const problem = { detail: 'No such level.', status: 422, field: 'entry.level' } as Problem
    const answers = [
      Promise.resolve('good'),
      Promise.reject(new Refused(problem)),
      Promise.reject(new Error('The server is out of reach.')),
    ]
    const asking = useAsking(() => answers.shift() ?? Promise.resolve('none'))
    await asking.ask(0)
    await asking.ask(0)
    expect([asking.answer.value, asking.refused.value?.problem.detail]).toEqual(['good', 'No such level.'])
    await asking.ask(0)
    expect([asking.answer.value, asking.failed.value]).toEqual(['good', 'The server is out of reach.'])
  })

  it('is given up: neither what is out nor what waits is told any longer', async () => {
    const calls: ReturnType<typeof later>[] = []
    const asking = useAsking<number, string>(() => {
      calls.push(later())
      return calls.at(-1)?.promise ?? Promise.reject(new Error('none'))
    })
    const first = asking.ask(1)
    void asking.ask(2)
    asking.giveUp()
    calls[0].answer('one')
    await first
    expect([calls.length, asking.answer.value]).toEqual([1, undefined])
    // A new one is asked as ever; a failure of one that was given up is not told either.
    const third = asking.ask(3)
    asking.giveUp()
    calls[1].refuse(new Error('The server is out of reach.'))
    await third
    expect(asking.failed.value).toBeUndefined()
    void asking.ask(4)
    calls[2].answer('four')
    await new Promise((r) => setTimeout(r))
    expect(asking.answer.value).toBe('four')
  })
})
