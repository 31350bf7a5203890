<script setup lang="ts">
/** The mark: the lines of a drawing in an SVG file, of which nothing but its lines is taken, or a picture. */
import { ref } from 'vue';
import { Mark } from '../../../core/site';
import type { SiteItem } from '../../../core/site';
import KitFile from '../../kit/KitFile.vue';
import KitButton from '../../kit/KitButton.vue';
import { reader } from '../base/reader';
import { PICTURE_BYTES } from '../../../core/fields';
import { calls, troubleOf } from '../base/calls';
import { markSays } from './mark.sentences';
import { markFrom } from './mark';
import { textOf } from '../base/textOf';

const says = markSays(reader);
type Look = SiteItem['look'];
defineProps<{ mark: Look['mark']; look: Look }>();
const emit = defineEmits<{ change: [mark: Look['mark']] }>();
const fault = ref<string | null>(null);
async function take(file: File): Promise<void> {
  fault.value = null;
  if (/svg/.test(file.type) || /\.svg$/i.test(file.name)) {
    const read = Mark.safeParse(markFrom(await textOf(file)));
    if (read.success) emit('change', read.data);
    else fault.value = says.noLines;
    return;
  }
  if (file.size > PICTURE_BYTES) return void (fault.value = says.tooLarge);
  try {
    emit('change', await calls.pictures.forLogo({ picture: file }));
  } catch (error) {
    fault.value = troubleOf(error).says;
  }
}
</script>

<template>
  <section :aria-label="says.logo">
    <div class="section-head look__head">
      <h2>{{ says.logo }}</h2>
    </div>
    <div class="mark">
      <img
        v-if="mark && 'picture' in mark"
        class="mark__picture"
        :src="mark.picture"
        :width="mark.width"
        :height="mark.height"
        :alt="says.logo"
      />
      <svg
        v-else-if="mark"
        class="mark__drawn"
        :viewBox="`0 0 ${mark.size} ${mark.size}`"
        width="64"
        height="64"
        :aria-label="says.logo"
        role="img"
      >
        <rect :width="mark.size" :height="mark.size" :fill="look.tint" />
        <path v-for="d in mark.paths" :key="d" :d="d" fill="none" :stroke="look.accent" :stroke-width="mark.stroke" />
      </svg>
      <div>
        <p class="quiet">{{ mark ? says.bringHelp : says.noLogo }}</p>
        <p v-if="fault" class="field__fault" role="alert">{{ fault }}</p>
        <div class="mark__acts">
          <KitFile
            accept="image/svg+xml,.svg,image/png,image/jpeg,image/webp"
            :label="mark ? says.replace : says.bring"
            @file="take"
          />
          <KitButton v-if="mark" kind="link" @click="emit('change', undefined)">{{ says.takeAway }}</KitButton>
        </div>
      </div>
    </div>
  </section>
</template>

<style>
.mark {
  display: flex;
  gap: 16px;
  align-items: flex-start;
  padding: 10px 0;
}
.mark__drawn {
  flex: none;
  border: 1px solid var(--rule);
}
.mark__picture {
  flex: none;
  width: auto;
  max-width: 220px;
  height: auto;
  max-height: 64px;
}
.mark__acts {
  display: flex;
  gap: 16px;
  align-items: center;
  margin-top: 6px;
}
</style>
