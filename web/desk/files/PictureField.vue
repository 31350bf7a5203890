<script setup lang="ts">
/** A picture that was chosen, or none yet. */
import { ref } from 'vue';
import type { FileView } from '../../../contract';
import { addressOfPicture, type PictureUse } from '../../../core/pages';
import KitButton from '../../kit/KitButton.vue';
import { reader } from '../base/reader';
import FilePicker from './FilePicker.vue';
import { filesSay } from './files.sentences';

const says = filesSay(reader);
defineProps<{ label?: string; picture: PictureUse | undefined; optional?: boolean }>();
const emit = defineEmits<{ change: [picture: PictureUse | undefined] }>();
const choosing = ref(false);
const take = ({ id, picture }: FileView) => picture && emit('change', { file: id, ...picture });
</script>

<template>
  <div class="field">
    <span class="field__label">{{ label ?? says.thePicture }}</span>
    <div class="chosen">
      <img
        v-if="picture"
        :src="addressOfPicture(picture.file, Math.min(...picture.widths))"
        alt=""
        width="120"
        :height="Math.round((120 * picture.height) / picture.width)"
      />
      <span v-else class="quiet">{{ says.none }}</span>
      <KitButton small @click="choosing = true">{{ picture ? says.chooseOther : says.choosePicture }}</KitButton>
      <KitButton v-if="picture && optional" kind="link" @click="emit('change', undefined)">{{
        says.takeOff
      }}</KitButton>
    </div>
    <FilePicker v-model="choosing" pictures @choose="take" />
  </div>
</template>

<style>
.chosen {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
  align-items: center;
}
.chosen img {
  border-radius: 2px;
}
</style>
