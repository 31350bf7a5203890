<script setup lang="ts">
/**
 * An input of a form: a plain one of the browser's own, there in the first HTML, that sends without script. Script
 * adds what helps (showing a password, the cells of a code) and never puts another in its place, so that nothing
 * typed meanwhile is lost.
 */
import { computed, onMounted, ref } from 'vue';
import type { QuestionView } from '../../../contract';
import CodeCells from './CodeCells.vue';
import { useReader } from '../../kit/reader';
import { siteSays } from '../site.sentences';

const says = siteSays(useReader());

const props = defineProps<{
  id: string;
  name: string;
  input: QuestionView['input'] | { kind: 'code' };
  label: string;
  required?: boolean;
  bad?: boolean;
  described?: string;
  autocomplete?: string;
}>();
const model = defineModel<unknown>();
const alive = ref(false);
const shown = ref(false);
onMounted(() => (alive.value = true));

const text = computed({
  get: () => (typeof model.value === 'string' ? model.value : ''),
  set: (value: string) => (model.value = value),
});
const chosen = computed({
  get: () => (Array.isArray(model.value) ? (model.value as string[]) : []),
  set: (value: string[]) => (model.value = value),
});
const shared = computed(() => ({
  id: props.id,
  name: props.name,
  'aria-invalid': props.bad || undefined,
  'aria-required': props.required || undefined,
  'aria-describedby': props.described || undefined,
}));
</script>

<template>
  <CodeCells v-if="input.kind === 'code'" v-bind="shared" v-model="text" />
  <textarea v-else-if="input.kind === 'text' && input.long" v-bind="shared" v-model="text" class="input" rows="3" />
  <input
    v-else-if="input.kind === 'text'"
    v-bind="shared"
    v-model="text"
    class="input"
    type="text"
    :autocomplete="autocomplete ?? input.autocomplete"
  />
  <input
    v-else-if="input.kind === 'mail'"
    v-bind="shared"
    v-model="text"
    class="input"
    type="text"
    inputmode="email"
    autocapitalize="none"
    spellcheck="false"
    :autocomplete="autocomplete ?? 'email'"
  />
  <div v-else-if="input.kind === 'password'" class="input-with">
    <input
      v-bind="shared"
      v-model="text"
      class="input"
      :type="shown ? 'text' : 'password'"
      autocapitalize="none"
      spellcheck="false"
      :autocomplete="autocomplete ?? 'new-password'"
    />
    <button v-if="alive" type="button" class="field__show" :aria-pressed="shown" @click="shown = !shown">
      {{ shown ? says.hide : says.show }}<span class="unseen">&#32;{{ says.thePassword }}</span>
    </button>
  </div>
  <input
    v-else-if="input.kind === 'number'"
    v-bind="shared"
    v-model="text"
    class="input"
    type="text"
    inputmode="numeric"
    autocomplete="off"
  />
  <select v-else-if="input.kind === 'oneChoice'" v-bind="shared" v-model="text" class="input input--select">
    <option value="">{{ says.chooseOne }}</option>
    <option v-for="choice in input.choices" :key="choice.id" :value="choice.id">{{ choice.label }}</option>
  </select>
  <div v-else-if="input.kind === 'severalChoices'" class="ticks">
    <label v-for="choice in input.choices" :key="choice.id" class="tick">
      <input :id="`${id}-${choice.id}`" v-model="chosen" type="checkbox" :name="name" :value="choice.id" />
      <span>{{ choice.label }}</span>
    </label>
  </div>
  <div v-else-if="input.kind === 'yesNo'" class="ticks ticks--row">
    <label v-for="answer in [true, false]" :key="String(answer)" class="tick">
      <input
        :id="answer ? id : `${id}-no`"
        v-model="model"
        type="radio"
        :name="name"
        :value="answer"
        :aria-describedby="described || undefined"
      />
      <span>{{ answer ? 'Yes' : 'No' }}</span>
    </label>
  </div>
  <label v-else-if="input.kind === 'agreement'" class="tick">
    <input
      v-bind="shared"
      :checked="model === true"
      type="checkbox"
      value="true"
      @change="model = ($event.target as HTMLInputElement).checked"
    />
    <span>{{ input.agree }}</span>
  </label>
</template>
