<script setup lang="ts">
import { computed } from 'vue'
import type { StartOffered } from '@/api/client'
import RoleMark from '@/draw/RoleMark.vue'
import { abbreviated } from '@/forms/lengths'
import { byId, offers } from '@/forms/offers'
import { KEPT, modifierOf, unitOf } from '@/look/gear'
import { useKit } from '@/look/kit'
import ChoiceList from '@/ui/ChoiceList.vue'
import { ANY, type Row } from './form'

/** The lights of a new sitting, a row each: whether it is there, its unit, what is on it, how far it stands. */
const { start, wrong } = defineProps<{ start: StartOffered; wrong: (part: string) => string | undefined }>()
const rows = defineModel<Row[]>({ required: true })
const kit = useKit()

const before = (row: Row) => start.setup.lights.find((l) => l.id === row.light)
const length = computed(() => start.setup.length ?? 'metres')
const units = (row: Row) => {
  const now = before(row)
  const kept = unitOf(now)
  const pieces = [{ value: ANY, words: 'a strobe' }, ...byId(kit.strobes)]
  return offers(pieces, kept === '' ? row.unit : kept, 'not said', now?.unit?.name ?? row.unit)
}
const modifiers = (row: Row) => {
  const now = before(row)
  return offers(byId(kit.modifiers), modifierOf(now), 'nothing on it', now?.modifier ?? KEPT)
}
/** A piece of the kit stands at one place. */
function said(row: Row): { words: string; warn?: boolean } {
  const refused = wrong(row.light)
  if (refused) return { words: refused, warn: true }
  if (!row.on) return { words: '' }
  const also = rows.value.find((r) => r.on && r.light !== row.light && r.unit === row.unit && kitHas(row.unit))
  if (also) return { words: `also on ${also.name}` }
  const now = before(row)
  return { words: start.look && now?.unit && row.unit === unitOf(now) ? 'as last time' : '' }
}
const kitHas = (unit: string) => kit.strobes.some((s) => s.id === unit)
</script>

<template>
  <table class="w-full text-left max-phone:block">
    <thead class="max-phone:sr-only">
      <tr class="label text-text-2">
        <th scope="col" class="w-28 font-normal">Role</th>
        <th scope="col" class="w-40.5 font-normal">Unit</th>
        <th scope="col" class="w-40.5 font-normal">Modifier</th>
        <th scope="col" class="w-28 font-normal">Distance</th>
        <th scope="col" class="font-normal"><span class="sr-only">Note</span></th>
      </tr>
    </thead>
    <tbody class="max-phone:block">
      <tr
        v-for="row in rows"
        :key="row.light"
        class="h-10 border-t border-line max-phone:grid max-phone:h-auto max-phone:grid-cols-2 max-phone:gap-2 max-phone:py-2"
        :class="row.on ? '' : 'text-text-2'"
      >
        <th scope="row" class="pr-2 font-normal max-phone:col-span-2">
          <label class="flex min-h-8 cursor-pointer items-center gap-2" :class="row.on ? 'font-[650]' : ''">
            <input v-model="row.on" type="checkbox" class="size-4 accent-[var(--act)]" />
            <RoleMark :role="row.role" /> {{ row.name }}
          </label>
        </th>
        <template v-if="row.on">
          <td class="pr-2">
            <ChoiceList v-model="row.unit" :label="`Unit of ${row.name}`" :options="units(row)" />
          </td>
          <td class="pr-2">
            <ChoiceList v-model="row.modifier" :label="`Modifier of ${row.name}`" :options="modifiers(row)" />
          </td>
          <td class="pr-2">
            <span class="flex items-center gap-1">
              <input
                v-model="row.distance"
                class="h-8 w-18 rounded-key border border-edge bg-field px-2 text-head max-phone:h-11"
                :aria-label="`Distance of ${row.name}`"
                inputmode="decimal"
                autocomplete="off"
              />{{ abbreviated(length) }}
            </span>
          </td>
        </template>
        <td v-else colspan="3" class="max-phone:hidden"></td>
        <td class="label" :class="said(row).warn ? 'text-warn' : 'text-text-2'">{{ said(row).words }}</td>
      </tr>
    </tbody>
  </table>
</template>
