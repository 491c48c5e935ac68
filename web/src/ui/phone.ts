import { useMediaQuery } from '@vueuse/core'

/** A phone beside the sitter: narrow and tall, or lying on its side. A laptop with large text is narrow too, but not tall. */
const PHONE = '((width < 45rem) and (height >= 37.5rem)), ((height <= 30rem) and (pointer: coarse))'

export const usePhone = () => useMediaQuery(PHONE)

/** Whether it is one now. */
export const isPhone = () => window.matchMedia(PHONE).matches
