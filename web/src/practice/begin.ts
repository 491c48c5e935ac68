import { v7 } from 'uuid'
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { answered, api } from '@/api/client'
import { useNotices } from '@/ui/notices'
import { may } from '@/ui/who'

/** Begins a try and goes to its board. What was not answered is sent again by the same id: it is begun once. */
export function useBegin() {
  const router = useRouter()
  const notices = useNotices()
  const busy = ref(false)
  let begun: { key: string; id: string } | undefined

  async function begin(drill: string, alone: boolean, again?: string): Promise<void> {
    if (busy.value || !may('write')) return
    const key = JSON.stringify([drill, alone, again])
    begun = begun?.key === key ? begun : { key, id: v7() }
    busy.value = true
    try {
      const body = { id: begun.id, drill, alone, ...(again ? { again } : {}) }
      const made = await answered(api.POST('/api/practice', { body }))
      await router.push({ name: 'board', params: { id: made.id } })
    } catch (error) {
      notices.say((error as Error).message, { warn: true })
    } finally {
      busy.value = false
    }
  }
  return { busy, begin }
}
