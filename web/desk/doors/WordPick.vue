<script setup lang="ts">
/** A word of a sentence that opens what it may be: one of a list, several of a list, or what is typed. */
import { computed, nextTick, ref, watch } from 'vue';
import { VList, VListItem } from 'vuetify/components/VList';
import { VMenu } from 'vuetify/components/VMenu';
import type { Condition } from '../../../core/doors';
import KitField from '../../kit/fields/KitField.vue';
import KitTicks from '../../kit/fields/KitTicks.vue';
import KitButton from '../../kit/KitButton.vue';
import { reader } from '../base/reader';
import { doorsSay } from './doors.sentences';
import type { Slot } from './lines';

const says = doorsSay(reader);
const props = defineProps<{ id: string; slotted: Slot }>();
const emit = defineEmits<{ change: [condition: Condition] }>();
const open = ref(false);
const typed = ref('');
const wrong = ref<string | null>(null);
watch(open, async (now) => {
  if (!now) return;
  wrong.value = null;
  typed.value = props.slotted.by === 'typed' ? props.slotted.value : '';
  if (props.slotted.by !== 'typed') return;
  await nextTick();
  requestAnimationFrame(() => document.getElementById(`${props.id}-typed`)?.focus());
});
function close(): void {
  open.value = false;
  document.getElementById(props.id)?.focus();
}
function chooseOne(value: string): void {
  if (props.slotted.by === 'one') emit('change', props.slotted.set(value));
  close();
}
/** Of several one stays: a condition that asks for nothing would let in nobody, and says so only later. */
function chooseMany(values: readonly string[]): void {
  if (props.slotted.by !== 'many') return;
  wrong.value = values.length ? null : says.chooseOne;
  if (values.length) emit('change', props.slotted.set(values));
}
function take(): void {
  if (props.slotted.by !== 'typed') return;
  wrong.value = props.slotted.wrong(typed.value);
  if (wrong.value) return;
  emit('change', props.slotted.set(typed.value));
  close();
}
const name = computed(() => says.changeWord({ label: props.slotted.label, value: props.slotted.shown }));
</script>

<template>
  <VMenu v-model="open" :close-on-content-click="false">
    <template #activator="{ props: button }">
      <button v-bind="button" :id="id" type="button" class="word" :aria-label="name" aria-haspopup="dialog">
        {{ slotted.shown }}
      </button>
    </template>
    <div class="kit-drop word__drop">
      <VList v-if="slotted.by === 'one'" class="kit-list" role="listbox" :aria-label="slotted.label">
        <VListItem
          v-for="item in slotted.items"
          :key="item.value"
          role="option"
          class="kit-list__item"
          :aria-selected="item.value === slotted.value"
          @click="chooseOne(item.value)"
        >
          <span class="kit-list__title">{{ item.title }}</span>
        </VListItem>
      </VList>
      <div v-else-if="slotted.by === 'many'" class="word__form">
        <KitTicks
          :model-value="slotted.values"
          :label="slotted.label"
          :items="slotted.items"
          :fault="wrong"
          @update:model-value="chooseMany"
        />
        <KitButton small @click="close">{{ says.done }}</KitButton>
      </div>
      <form v-else class="word__form" @submit.prevent="take">
        <KitField :id="`${id}-typed`" v-model="typed" :kind="slotted.kind" :label="slotted.label" :fault="wrong" />
        <KitButton small kind="primary" type="submit">{{ says.done }}</KitButton>
      </form>
    </div>
  </VMenu>
</template>

<style>
.word {
  padding: 0;
  border: 0;
  border-bottom: 1px dotted currentColor;
  background: none;
  color: inherit;
  font: inherit;
  font-weight: 600;
  text-align: left;
  cursor: pointer;
}
.word:focus-visible {
  outline: 2px solid var(--focus);
  outline-offset: 1px;
}
.word__drop {
  max-height: 420px;
  overflow: auto;
}
.word__form {
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  gap: 10px;
  padding: 12px 14px;
}
</style>
