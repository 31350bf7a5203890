<script setup lang="ts">
/** A door where it hangs: for everybody, a shared one, or conditions of its own, built as sentences. */
import { computed, ref } from 'vue';
import { describeDoor, everyone, ruleOf, type DoorUse, type Rule } from '../../../core/doors';
import type { DoorId } from '../../../core/kernel';
import { idFrom } from '../../../core/setup';
import type { Setup } from '../../../core/setup';
import KitField from '../../kit/fields/KitField.vue';
import KitButton from '../../kit/KitButton.vue';
import MenuButton from '../../kit/MenuButton.vue';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import NewItem from '../setup/NewItem.vue';
import { doorsSay } from './doors.sentences';
import DoorMark from './DoorMark.vue';
import RuleSet from './RuleSet.vue';
import { admittedOnly, asSet, opensTo, placesOf } from './uses';

const says = doorsSay(reader);
const props = defineProps<{
  id: string;
  title: string;
  use: DoorUse;
  setup: Setup;
  counts: ReadonlyMap<string, number>;
  fault?: string | null;
}>();
const emit = defineEmits<{ change: [use: DoorUse] }>();
const draft = useDraft();

const rule = computed(() => ruleOf(props.use, props.setup));
const shared = computed(() => ('named' in props.use ? (props.setup.doors.get(props.use.named) ?? null) : null));
const places = computed(() => (shared.value ? placesOf(shared.value.id, props.setup) : []));
const choices = computed(() => [
  { title: says.doorEveryone, act: () => emit('change', { everyone: true }) },
  { title: says.doorOwn, act: own },
  ...draft.offered('door').map(({ title, value }) => ({
    title,
    note: describeDoor(props.setup.doors.get(value)?.rule ?? { any: [] }, props.setup),
    act: () => emit('change', { named: value as DoorId }),
  })),
]);
function own(): void {
  const now = rule.value;
  emit('change', { rule: JSON.stringify(now) === JSON.stringify(everyone) ? admittedOnly : asSet(now) });
}
/** A shared door is changed itself, and so in all its places. */
function put(next: Rule): void {
  if (shared.value) draft.edit('door', shared.value.id, { ...shared.value, rule: next });
  else emit('change', { rule: next });
}
const rename = (title: string) => draft.edit('door', shared.value!.id, { ...shared.value, title });
const naming = ref(false);
function share(title: string): void {
  const taken = draft.ofKind('door').map((one) => one.id);
  const id = idFrom(title, taken, 'door') as DoorId;
  draft.edit('door', id, { id, title, rule: rule.value });
  emit('change', { named: id });
}
</script>

<template>
  <section class="door" :aria-label="title">
    <header class="door__head">
      <DoorMark :opens="opensTo(use, setup)" />
      <h2>{{ title }}</h2>
      <MenuButton small :label="says.useDoor" :items="choices">{{ says.useDoor }}</MenuButton>
    </header>
    <template v-if="'everyone' in use">
      <p>{{ says.openToAll }}</p>
      <KitButton class="door__more" @click="own">{{ says.letOnlySome }}</KitButton>
    </template>
    <template v-else>
      <template v-if="shared">
        <KitField
          :id="`${id}-name`"
          :model-value="shared.title"
          :label="says.theDoorName"
          @update:model-value="rename"
        />
        <p class="door__shared">
          <b>{{ says.sharedBy({ count: places.length, places }) }}</b> {{ says.changesAll }}
          <KitButton kind="link" @click="emit('change', { rule: asSet(rule) })">{{ says.detach }}</KitButton>
        </p>
      </template>
      <RuleSet :id="id" :rule="asSet(rule)" :setup="setup" :counts="counts" @change="put" />
      <p v-if="fault" class="field__fault">{{ fault }}</p>
      <KitButton v-if="!shared" kind="link" @click="naming = true">{{ says.saveDoor }}</KitButton>
    </template>
    <NewItem v-model="naming" :title="says.saveDoor" :label="says.doorName" :action="says.saveDoor" @make="share" />
  </section>
</template>

<style>
.door__head {
  display: flex;
  align-items: center;
  gap: 10px;
  margin-bottom: 6px;
}
.door__head h2 {
  flex: 1;
  min-width: 0;
  font-size: 20px;
  line-height: 30px;
}
.door__more {
  margin-top: 10px;
}
.door__shared {
  margin: 6px 0;
  padding: 8px 12px;
  border: 1px solid var(--rule2);
  border-radius: 3px;
}
</style>
