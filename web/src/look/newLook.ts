import { v7 } from 'uuid'
import { useRouter } from 'vue-router'
import { answered, api } from '@/api/client'

/** Makes a look in a sitting, from another look or a moment of it where one is said, and goes there. */
export function useNewLook() {
  const router = useRouter()
  return async (sitting: string, name: string, source: { from?: string; at?: string }): Promise<void> => {
    const params = { path: { id: sitting } }
    const body = { id: v7(), name, ...source }
    const made = await answered(api.POST('/api/sittings/{id}/setups', { params, body }))
    await router.push({ name: 'board', params: { id: made.id } })
  }
}
