import { useMediaQuery } from '@vueuse/core'

/** A phone beside the sitter: narrow and tall, or lying on its side. A laptop with large text is narrow too, but not tall. */
export const usePhone = () =>
  useMediaQuery('((width < 45rem) and (height >= 37.5rem)), ((height <= 30rem) and (pointer: coarse))')
