import type { Router } from 'vue-router'
import { answered, api, onRefusal } from '@/api/client'
import { isNow } from '@/door/now'
import { forgetSeen } from '@/look/seen'

const PATIENCE_MS = 2000

/** Views that are shown to whoever comes. */
const OPEN = ['come-in', 'code', 'linked', 'out']

/** Asks who this is before the first view is shown, and shows the way in once this browser is out. */
export function keepTheDoor(router: Router): void {
  const ask = () => answered(api.GET('/api/me')).then(isNow, () => undefined)
  // Beside the view, which is fetched meanwhile. Where nobody answers it shows what was seen here.
  let asked: Promise<unknown> | undefined = ask()

  router.beforeResolve(async () => {
    // Not for long: what was seen here is shown without an answer.
    await Promise.race([asked, new Promise((go) => setTimeout(go, PATIENCE_MS))])
    asked = undefined
  })

  onRefusal({
    out(problem) {
      void forgetSeen()
      const here = router.currentRoute.value
      if (OPEN.includes(String(here.name))) return
      const why = problem.type === 'urn:ink-lamp:sign-in' ? undefined : problem.detail
      void router.replace({ name: 'come-in', query: { to: here.fullPath, why } })
    },
    // Another role was given meanwhile.
    notTheirs: () => void ask(),
  })
  window.addEventListener('focus', () => void ask())
}
