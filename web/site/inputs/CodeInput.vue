<script setup lang="ts">
/**
 * Six cells for a code of letters and digits, in two halves as it is written in the mail. There is one plain input:
 * with script it lies unseen over cells that show what it holds; small letters, spaces and hyphens are taken as they
 * come.
 */
import { computed, nextTick, onMounted, ref } from 'vue';
import type { Tied } from './input';
import { CODE_LENGTH, readCode } from '../../../core/joining/codes';

defineProps<{ tied: Tied; input: { kind: 'code' }; autocomplete?: string }>();
const model = defineModel<string>({ default: '' });
const alive = ref(false);
const box = ref<HTMLInputElement>();
const at = ref<number | null>(null);
onMounted(() => (alive.value = true));

const typed = computed({
  get: () => model.value,
  set: (text: string) => {
    const code = readCode(text).slice(0, CODE_LENGTH);
    model.value = code;
    // What was dropped (a hyphen, a seventh character) must go from the input as well.
    if (box.value && box.value.value !== code) box.value.value = code;
    void nextTick(place);
  },
});

/** The cell that the next character goes to. */
function place(): void {
  at.value = document.activeElement === box.value ? Math.min(box.value?.selectionStart ?? 0, CODE_LENGTH - 1) : null;
}
</script>

<template>
  <div class="code" :class="{ 'code--alive': alive }">
    <div v-if="alive" class="code__cells" aria-hidden="true">
      <i v-for="n in CODE_LENGTH" :key="n" :class="{ on: at === n - 1, bad: tied['aria-invalid'] }">{{
        model[n - 1]
      }}</i>
    </div>
    <input
      v-bind="tied"
      ref="box"
      v-model="typed"
      class="input code__input"
      type="text"
      autocomplete="one-time-code"
      autocapitalize="characters"
      spellcheck="false"
      @focus="place"
      @blur="place"
      @keyup="place"
      @click="place"
    />
  </div>
</template>
