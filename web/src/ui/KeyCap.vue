<template>
  <kbd
    class="inline-flex h-5 min-w-5 items-center justify-center rounded-[4px] border border-edge px-1 font-sans text-tick leading-none"
    ><slot
  /></kbd>
</template>
