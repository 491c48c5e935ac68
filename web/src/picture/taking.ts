import { defineStore } from 'pinia'
import { v7 } from 'uuid'
import { computed, ref } from 'vue'
import type { Problem } from '@/api/client'
import { useNotices } from '@/ui/notices'

/** A file on its way into a look. */
export interface OnTheWay {
  /** Of the entry on the tape: sent twice, it is taken once. */
  id: string
  look: string
  name: string
  file: File
  at: string
  /** How much of it is sent, 0 to 1; at 1 it is being read. */
  sent: number
  /** Why it was not taken. */
  wrong?: string
  /** It can be sent again: the server did not answer, or has no time. */
  again?: boolean
}

/** What is offered where files are chosen: a phone's camera roll comes with pictures. */
export const ACCEPT = 'image/*,.jpg,.jpeg,.png,.webp,.tif,.tiff,.dng,.nef,.cr2,.arw,.pef,.orf,.rw2'

const OUT_OF_REACH = 'The server is out of reach.'

/** Sends one file, and tells how much of it is there. Nothing is told of what was answered but whether it was taken. */
function send(one: OnTheWay): Promise<{ fresh: boolean }> {
  const query = new URLSearchParams({ id: one.id, at: one.at, name: one.name })
  return new Promise((done, failed) => {
    // Only this way a browser tells how much of a file is sent.
    const request = new XMLHttpRequest()
    request.open('POST', `/api/setups/${one.look}/frames?${query}`)
    request.setRequestHeader('content-type', 'application/octet-stream')
    request.responseType = 'json'
    request.timeout = 180_000
    request.upload.onprogress = ({ loaded, total }) => (one.sent = total ? loaded / total : 0)
    request.upload.onload = () => (one.sent = 1)
    request.onload = () => {
      if (request.status < 300) return done(request.response as { fresh: boolean })
      const problem = request.response as Problem | null
      one.again = request.status >= 500
      failed(new Error(problem?.detail ?? OUT_OF_REACH))
    }
    const lost = () => {
      one.again = true
      failed(new Error(OUT_OF_REACH))
    }
    request.onerror = lost
    request.ontimeout = lost
    request.send(one.file)
  })
}

/** Frames on their way into looks: one after the other, in the order in which they were given. */
export const useTaking = defineStore('taking', () => {
  const notices = useNotices()
  const files = ref<OnTheWay[]>([])
  let busy = false

  /** Takes files into a look. */
  function take(look: string, given: Iterable<File>): void {
    for (const file of given)
      files.value.push({ id: v7(), look, name: file.name, file, at: new Date().toISOString(), sent: 0 })
    void go()
  }

  async function go(): Promise<void> {
    if (busy) return
    busy = true
    let [fresh, known] = [0, 0]
    for (let one = next(); one; one = next()) {
      const taken = one
      try {
        if ((await send(taken)).fresh) fresh += 1
        else known += 1
        putAway(taken.id)
      } catch (error) {
        taken.wrong = (error as Error).message
      }
    }
    busy = false
    const were = known > 0 ? ` ${known} ${known === 1 ? 'was' : 'were'} there before.` : ''
    if (fresh + known > 0) notices.say(`${fresh} ${fresh === 1 ? 'frame' : 'frames'} taken in.${were}`)
  }
  const next = () => files.value.find((one) => !one.wrong)

  function again(id: string): void {
    const one = files.value.find((f) => f.id === id)
    if (!one) return
    one.wrong = undefined
    one.sent = 0
    void go()
  }
  function putAway(id: string): void {
    files.value = files.value.filter((one) => one.id !== id)
  }

  return { files: computed(() => files.value), take, again, putAway }
})
