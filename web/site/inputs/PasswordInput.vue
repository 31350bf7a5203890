<script setup lang="ts">
/** A password, which can be shown once the script is there. */
import { onMounted, ref } from 'vue';
import { useReader } from '../../kit/reader';
import { siteSays } from '../../../contract/site.sentences';
import type { InputProps } from './input';

const says = siteSays(useReader());
defineProps<InputProps<'password'>>();
const text = defineModel<string>({ default: '' });
const alive = ref(false);
const shown = ref(false);
onMounted(() => (alive.value = true));
</script>

<template>
  <div class="input-with">
    <input
      v-bind="tied"
      v-model="text"
      class="input"
      :type="shown ? 'text' : 'password'"
      autocapitalize="none"
      spellcheck="false"
      :autocomplete="autocomplete ?? 'new-password'"
    />
    <button v-if="alive" type="button" class="field__show" :aria-pressed="shown" @click="shown = !shown">
      {{ shown ? says.hide : says.show }}&#32;<span class="unseen">{{ says.thePassword }}</span>
    </button>
  </div>
</template>
