import { openStream } from './stream'

// One stream of changes for all pages of a browser. It opens few connections to one server at a time: with a stream for each page the sixth
// open board left none for anything else.
const pages = new Set<MessagePort>()
let close: (() => void) | undefined

function join(page: MessagePort): void {
  pages.add(page)
  page.onmessage = () => leave(page)
  if (close) page.postMessage('look')
  close ??= openStream((word) => pages.forEach((each) => each.postMessage(word)))
}

function leave(page: MessagePort): void {
  pages.delete(page)
  if (pages.size > 0) return
  close?.()
  close = undefined
}

addEventListener('connect', (event) => {
  const [page] = (event as MessageEvent).ports
  if (page) join(page)
})
