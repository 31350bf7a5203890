<script setup lang="ts">
/** A file that was chosen. */
import { ref } from 'vue';
import type { FileView } from '../../../contract';
import { addressOfFile } from '../../../core/pages';
import KitButton from '../../kit/KitButton.vue';
import { reader } from '../base/reader';
import FilePicker from './FilePicker.vue';
import { filesSay } from './files.sentences';

const says = filesSay(reader);
defineProps<{ file: string; name: string }>();
const emit = defineEmits<{ change: [file: FileView] }>();
const choosing = ref(false);
</script>

<template>
  <div class="field">
    <span class="field__label">{{ says.theFile }}</span>
    <div class="chosen">
      <a :href="addressOfFile(file)">{{ name }}</a>
      <KitButton small @click="choosing = true">{{ says.chooseOther }}</KitButton>
    </div>
    <FilePicker v-model="choosing" :pictures="false" @choose="emit('change', $event)" />
  </div>
</template>
