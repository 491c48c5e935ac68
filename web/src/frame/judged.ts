import { computed, watch } from 'vue'
import { useAsking } from '@/api/asking'
import { answered, api, type FrameForetold, type Judgement, type NamedPatch, type Setup } from '@/api/client'
import { CARD, SKIN } from './shot'

type Asked = NonNullable<Parameters<typeof body>[0]>

/** A frame as it is asked about: its patches, each with what was foretold of the place that is called so. */
function body(of: { setup: Setup; picture: string; patches: readonly NamedPatch[]; foretold?: FrameForetold }) {
  const told = new Map((of.foretold?.patches ?? []).map((p) => [p.name, p]))
  const patches = of.patches.map(({ name, x, y, radius }) => {
    const its = told.get(name)
    const lights = (its?.lights ?? []).flatMap((l) => (l.tone == null ? [] : [{ light: l.light, tone: l.tone }]))
    return {
      name,
      at: { x, y, radius },
      skin: SKIN.includes(name),
      card: name === CARD,
      ...(its?.tone == null ? {} : { foretold: { tone: its.tone, lights } }),
    }
  })
  return { setup: of.setup, picture: of.picture, patches }
}

/** What a frame that was shot says against what was foretold and wished; asked anew as setup and patches change. */
export function useJudged(of: () => Asked | undefined) {
  const asking = useAsking(async (asked: Asked) => ({
    picture: asked.picture,
    said: (await answered(api.POST('/api/frames/judged', { body: body(asked) }))).said,
  }))
  watch(
    of,
    (now) => {
      if (now) void asking.ask(now)
      else asking.giveUp()
    },
    { immediate: true },
  )
  /** Of the frame that is shown, and of no other. */
  return computed<readonly Judgement[]>(() =>
    asking.answer.value && asking.answer.value.picture === of()?.picture ? asking.answer.value.said : [],
  )
}
