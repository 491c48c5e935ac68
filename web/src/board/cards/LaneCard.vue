<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useBoard } from '@/look/board'
import { useGear } from '@/look/gear'
import { useKit } from '@/look/kit'
import PushButton from '@/ui/PushButton.vue'
import RoleMark from '@/draw/RoleMark.vue'
import StepField from '@/forms/StepField.vue'
import { told } from '@/forms/lengths'
import { numberOf, signed } from '@/forms/numbers'
import { wishAt } from '@/look/wishes'
import DialScale from './DialScale.vue'
import FindingList from './FindingList.vue'
import { later } from '@/ui/later'

const LightDialog = later(() => import('./LightDialog.vue'))

/** The chosen lane: a light's unit, dial and wish; a frame's log; and what is worth knowing. */
const board = useBoard()
const dialog = ref<'edit' | 'add'>()
const frameNote = ref('')

const lane = computed(() => board.lane)
const light = computed(() => board.light)
const slots = defineSlots<{ /** Where it stands can be typed there. */ place?: () => unknown }>()
const where = computed(() => {
  const { group, channel, angle: along } = light.value?.rig ?? {}
  const { distance = light.value?.distance, round: angle = along } = lane.value?.around ?? {}
  const unit = board.board?.length ?? 'metres'
  const said = slots.place && lane.value?.around
  const away = distance == null || said ? undefined : told(distance, unit)
  const trigger = [group ? `group ${group}` : '', channel ? `channel ${channel}` : ''].filter(Boolean).join(', ')
  return [lane.value?.foot.third, away, angle == null || said ? '' : `${angle}°`, trigger].filter(Boolean).join(' · ')
})
/** What is worth knowing of this lane; all of it stands one press away. */
const findings = computed(() => (board.board?.findings ?? []).filter((f) => f.lane === lane.value?.id))

/** What was corrected in the kit since it was put on. */
const kit = useKit()
onMounted(() => kit.load().catch(() => undefined))
const gear = useGear()
const corrected = computed(() => gear.corrected(light.value))
function takeAnew(): void {
  if (light.value) board.write(gear.anew(light.value, lane.value?.dial?.now))
}

/** Writes a wish that was typed. */
const wish = async (typed: string) => lane.value && board.typed(wishAt(lane.value, numberOf(typed)))
const dial = async (typed: string) => lane.value && board.typed({ dial: { light: lane.value.id, dial: typed } })

function shot(): void {
  board.write({ frame: { note: frameNote.value.trim() || undefined } })
  frameNote.value = ''
}
</script>

<template>
  <section v-if="lane" class="p-3" aria-label="Chosen lane">
    <div class="flex items-center gap-2">
      <RoleMark v-if="lane.role" :role="lane.role" />
      <h2 class="min-w-0 flex-1 truncate text-head font-[650]">
        {{ lane.name }}
        <span v-if="light?.unit" class="font-normal text-text-2">
          {{ light.unit.name }}<template v-if="light.unit.rated">, {{ light.unit.rated }} Ws</template>
        </span>
      </h2>
      <PushButton v-if="light" @click="dialog = 'edit'">{{ light.unit ? 'Edit' : 'Choose its unit' }}</PushButton>
      <PushButton @click="dialog = 'add'">Add a light</PushButton>
    </div>

    <template v-if="light">
      <div class="mt-2 grid grid-cols-2 gap-2">
        <div class="flex items-center gap-2">
          <span class="label w-8 text-text-2">Dial</span>
          <StepField
            label="Power"
            class="flex-1"
            :value="lane.dial?.now"
            :write="light.unit ? dial : undefined"
            :down="Boolean(lane.dial && lane.dial.settings.at(-1)?.written !== lane.dial.now)"
            :up="Boolean(lane.dial && lane.dial.settings[0]?.written !== lane.dial.now)"
            @down="board.turn(lane, 'down')"
            @up="board.turn(lane, 'up')"
          >
            <template v-if="!light.unit" #default>not said</template>
          </StepField>
        </div>
        <div class="flex items-center gap-2">
          <span class="label w-9 text-text-2">Target</span>
          <StepField
            label="Target"
            class="flex-1"
            :value="lane.others_give ? signed(lane.wish ?? 0) : lane.target?.shown"
            :write="wish"
            down
            up
            @down="board.raise(lane, -0.1)"
            @up="board.raise(lane, 0.1)"
          />
        </div>
      </div>
      <p v-if="lane.others_give" class="label mt-1 text-text-2">{{ lane.others_give }}</p>
      <DialScale v-if="lane.dial" :lane :still="board.still" class="mx-auto mt-2 max-w-full" />
      <slot name="place" />
      <p class="label mt-2 text-text-2">
        {{ where || 'Say its modifier and distance, and moves by distance are told too.' }}
      </p>
      <p v-if="corrected.length > 0" class="mt-2 flex items-center gap-2 text-text-2">
        <span class="flex-1">{{ corrected.join(' and ') }} was corrected in the kit since.</span>
        <PushButton @click="takeAnew">Take it anew</PushButton>
      </p>
      <p v-if="lane.sure" class="label text-text-2">{{ lane.sure.words }}</p>
      <p v-if="lane.guess" class="label text-text-2">
        <b class="font-[650] text-text">{{ lane.guess.words }}</b> {{ lane.guess.from }}
      </p>
      <p v-if="lane.energy" class="label text-text-2">
        <b class="font-[650] text-text">{{ lane.energy.left }}</b>{{
          lane.energy.words ? ` · ${lane.energy.words}` : ''
        }}
      </p>
    </template>
    <form v-else-if="lane.kind === 'frame'" class="mt-2 flex gap-2" @submit.prevent="shot">
      <input
        v-model="frameNote"
        class="h-8 min-w-0 flex-1 rounded-key border border-edge bg-field px-2"
        aria-label="What was seen in the frame"
        placeholder="What was seen in it"
      />
      <PushButton @click="shot">Frame shot</PushButton>
    </form>
    <p v-else class="mt-2 text-text-2">
      <template v-if="lane.kind === 'room'"
        >Meter it at the sitter with the flash off, dome toward the camera.</template
      >
      <template v-else-if="lane.kind === 'camera'"
        >Its aperture is the line at 0; every level is counted from it.</template
      >
      <template v-else>Meter all lights together at the face; the sum of the parts should agree within 0.2.</template>
    </p>
    <FindingList v-if="findings.length > 0" :findings class="mt-2 border-t border-line" />

    <LightDialog v-if="dialog" :adding="dialog === 'add'" :light="light" @close="dialog = undefined" />
  </section>
</template>
