<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { AtStand } from '#shared/contract'
import { useSession } from '~/stores/session'

// Where somebody works: everywhere, or at some stands, with what they are at each.
const stands = defineModel<AtStand[] | null>({ required: true })
/** what they are until something else is said */
const props = defineProps<{ as: AtStand['role'] }>()
const session = useSession()
const { t } = useI18n()
const where = computed({
  get: () => (stands.value === null ? 'everywhere' : 'some'),
  set: (to: 'everywhere' | 'some') => {
    const at = session.stand && { standId: session.stand.id, role: props.as }
    stands.value = to === 'everywhere' || !at ? null : [at]
  },
})
const wheres = computed(() =>
  (['everywhere', 'some'] as const).map((value) => ({ value, title: t(`people.${value}`) })),
)
const roles = computed(() =>
  (['none', 'crew', 'lead'] as const).map((value) => ({
    value,
    title: t(value === 'none' ? 'people.notThere' : `role.${value}`),
  })),
)
const roleAt = (standId: string): 'none' | AtStand['role'] =>
  stands.value?.find((s) => s.standId === standId)?.role ?? 'none'
function setRole(standId: string, role: 'none' | AtStand['role'] | null): void {
  const others = (stands.value ?? []).filter((s) => s.standId !== standId)
  stands.value = role === null || role === 'none' ? others : [...others, { standId, role }]
}
</script>

<template>
  <div class="stack" data-test="stands-of">
    <FieldChoice v-model="where" :label="t('people.where')" :items="wheres" test="works-where" />
    <template v-if="stands !== null">
      <FieldChoice
        v-for="s in session.openStands"
        :key="s.id"
        :model-value="roleAt(s.id)"
        :label="s.name"
        :items="roles"
        :test="`at-${s.id}`"
        @update:model-value="(role: 'none' | 'crew' | 'lead' | null) => setRole(s.id, role)"
      />
    </template>
  </div>
</template>
