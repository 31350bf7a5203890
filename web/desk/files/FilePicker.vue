<script setup lang="ts">
/** Files that were brought in, to choose one or bring in another. */
import { useQuery } from '@pinia/colada';
import { computed, ref } from 'vue';
import { VDialog } from 'vuetify/components/VDialog';
import type { FileView } from '../../../contract';
import { sayNumber } from '../../../core/kernel';
import { addressOfPicture } from '../../../core/pages';
import KitButton from '../../kit/KitButton.vue';
import KitFile from '../../kit/KitFile.vue';
import { newKey } from '../../kit/key';
import Trouble from '../../kit/Trouble.vue';
import Waiting from '../../kit/Waiting.vue';
import { calls, troubleOf } from '../base/calls';
import { reader } from '../base/reader';
import { filesSay } from './files.sentences';

const says = filesSay(reader);
const props = defineProps<{ pictures: boolean }>();
const open = defineModel<boolean>({ required: true });
const emit = defineEmits<{ choose: [file: FileView] }>();
const { data, error, refetch } = useQuery({
  key: () => ['files'],
  query: () => calls.files.list(),
  enabled: () => open.value,
});
const shown = computed(() => data.value?.files.filter(({ picture }) => (picture !== null) === props.pictures) ?? []);
const busy = ref<string | null>(null);
const fault = ref<string | null>(null);

function choose(file: FileView): void {
  emit('choose', file);
  open.value = false;
}
async function bring(file: File): Promise<void> {
  busy.value = file.name;
  fault.value = null;
  try {
    const brought = await calls.files.bring({ file }, { context: { once: newKey() } });
    void refetch();
    // A picture where a file is asked for, or the other way, is there now, and can be chosen where it fits.
    if ((brought.picture !== null) === props.pictures) choose(brought);
  } catch (trouble) {
    fault.value = troubleOf(trouble).says;
  } finally {
    busy.value = null;
  }
}
async function remove(file: FileView): Promise<void> {
  fault.value = null;
  try {
    await calls.files.remove({ id: file.id }, { context: { once: newKey() } });
  } catch (trouble) {
    fault.value = troubleOf(trouble).says;
  }
  void refetch();
}
const about = ({ bytes, at, by }: FileView) =>
  says.about({ size: sayNumber(Math.max(1, Math.round(bytes / 1000)), reader), at, by });
</script>

<template>
  <VDialog v-model="open" width="640" aria-labelledby="file-picker-title">
    <div class="panel">
      <h2 id="file-picker-title">{{ pictures ? says.choosePicture : says.chooseFile }}</h2>
      <p v-if="fault" class="field__fault" role="alert">{{ fault }}</p>
      <p v-if="busy" role="status">{{ says.bringing({ name: busy }) }}</p>
      <Trouble v-if="error && !data" :error="error" @again="refetch()" />
      <Waiting v-else-if="!data" :rows="4" />
      <p v-else-if="shown.length === 0" class="quiet">{{ says.nothing }}</p>
      <ul v-else class="files">
        <li v-for="file in shown" :key="file.id">
          <img
            v-if="file.picture"
            :src="addressOfPicture(file.id, file.picture.widths[0]!)"
            alt=""
            width="96"
            height="64"
            loading="lazy"
          />
          <span class="files__about">
            <b>{{ file.name }}</b>
            <span class="quiet">{{ about(file) }}</span>
            <span class="quiet">{{
              file.shownOn.length ? says.shownOn({ pages: file.shownOn }) : says.shownNowhere
            }}</span>
          </span>
          <KitButton
            v-if="file.shownOn.length === 0"
            small
            kind="danger"
            :aria-label="says.removeNamed({ name: file.name })"
            @click="remove(file)"
            >{{ says.remove }}</KitButton
          >
          <KitButton small :aria-label="says.chooseNamed({ name: file.name })" @click="choose(file)">{{
            says.choose
          }}</KitButton>
        </li>
      </ul>
      <div class="panel__foot">
        <KitButton @click="open = false">{{ says.cancel }}</KitButton>
        <KitFile :accept="pictures ? 'image/*' : ''" :label="says.bring" @file="bring" />
      </div>
    </div>
  </VDialog>
</template>

<style>
.files {
  max-height: min(420px, 50vh);
  overflow: auto;
  border-top: 1px solid var(--rule);
}
.files li {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 8px 0;
  border-bottom: 1px solid var(--rule);
}
.files img {
  object-fit: cover;
  border-radius: 2px;
}
.files__about {
  display: flex;
  flex: 1;
  flex-direction: column;
  min-width: 0;
  overflow-wrap: anywhere;
}
</style>
