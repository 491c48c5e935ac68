import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import { answered, api, type DoorCode, type DoorView } from '@/api/client'
import { useNotices } from '@/ui/notices'

/** The door: who is in, people, links; and the code that is open on this page. */
export const useDoor = defineStore('door', () => {
  const notices = useNotices()
  const door = shallowRef<DoorView>()
  const failed = ref<string>()
  const code = shallowRef<DoorCode>()

  async function load(): Promise<void> {
    try {
      door.value = await answered(api.GET('/api/door'))
      failed.value = undefined
    } catch (error) {
      failed.value = (error as Error).message
    }
  }

  /** Does something at the door and looks again; what is refused is told. True where it was done. */
  async function act(doing: Promise<unknown>, said?: string): Promise<boolean> {
    try {
      await doing
      if (said) notices.say(said)
      return true
    } catch (error) {
      notices.say((error as Error).message, { warn: true })
      return false
    } finally {
      await load()
    }
  }

  return { door, failed, code, load, act }
})
