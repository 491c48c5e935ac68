<script setup lang="ts">
import { computed, ref } from 'vue'
import KeyCap from '@/ui/KeyCap.vue'
import PushButton from '@/ui/PushButton.vue'
import { later } from '@/ui/later'
import { useBoard } from './board'
import { useNewLook } from './newLook'
import { timed } from '@/ui/times'
import { may } from '@/ui/who'

const NameDialog = later(() => import('@/forms/NameDialog.vue'))

/** An earlier moment is shown: why all else is quiet, and the ways on from there. */
const board = useBoard()
const newLook = useNewLook()
const naming = ref(false)
const looks = computed(() => board.view?.sitting.looks.length ?? 0)

const then = computed(() => (board.moment ? timed('lately', board.moment.at) : ''))

async function begin(name: string): Promise<void> {
  const { view, moment } = board
  if (view && moment) await newLook(view.sitting.id, name, { from: view.id, at: moment.id })
}
</script>

<template>
  <div role="status" aria-label="An earlier moment">
    <p v-if="board.moment" class="mx-2 mb-2 flex flex-wrap items-center gap-2 rounded-card bg-card px-4 py-1">
      <span class="mr-auto"
        ><b class="font-[650]">As it was on {{ then }}.</b> To be looked at: nothing is written in an earlier
        moment.</span
      >
      <PushButton v-if="!board.looksOn" @click="board.goOn">Go on from here</PushButton>
      <PushButton v-if="may('keep')" @click="naming = true">New look from this moment</PushButton>
      <PushButton primary @click="board.lookAt(undefined)">Back to now <KeyCap>Esc</KeyCap></PushButton>
    </p>
  </div>
  <NameDialog
    v-if="naming"
    title="A new look from this moment"
    label="Name of the look"
    action="Make it"
    :name="`Look ${looks + 1}`"
    :save="begin"
    @close="naming = false"
  />
</template>
