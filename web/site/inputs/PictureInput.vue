<script setup lang="ts">
/**
 * A picture: the browser's own input for a file, which without script is sent with the form. With script it is kept at
 * once and shown, and the form then sends only the id under which it is kept.
 */
import { ref } from 'vue';
import KitPicture from '../../kit/KitPicture.vue';
import { useReader } from '../../kit/reader';
import { Refused } from '../calls';
import { keepPicture } from '../pictures';
import { siteSays } from '../../../contract/site.sentences';
import type { InputProps } from './input';

const says = siteSays(useReader());
const props = defineProps<InputProps<'picture'>>();
const kept = defineModel<string>({ default: '' });
const busy = ref(false);
const trouble = ref<string | null>(null);

async function take(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement;
  const file = input.files?.[0];
  if (!file) return;
  trouble.value = file.size > props.input.most ? says.pictureTooLarge : null;
  if (trouble.value) return void (input.value = '');
  busy.value = true;
  try {
    kept.value = await keepPicture(file);
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    trouble.value = error.trouble.says;
    input.value = '';
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <div class="picture-input">
    <KitPicture v-if="kept" :id="kept" :label="says.thePicture" />
    <input type="hidden" :name="tied.name" :value="kept" data-kept />
    <div class="picture-input__choose">
      <input
        v-bind="tied"
        class="input input--file"
        type="file"
        accept="image/jpeg,image/png,image/webp,image/gif"
        @change="take"
      />
      <button v-if="kept" type="button" class="button button--plain button--small" @click="kept = ''">
        {{ says.takePictureAway }}
      </button>
      <span role="status">{{ busy ? says.keepingPicture : '' }}</span>
      <p v-if="trouble" class="field__fault" role="alert">{{ trouble }}</p>
    </div>
  </div>
</template>
