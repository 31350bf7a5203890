<script setup lang="ts">
/** Where a form is reached: its address, as a code to be scanned, and in pages of other sites. */
import { computed, ref, watch } from 'vue';
import { VCheckbox } from 'vuetify/components/VCheckbox';
import type { AnyForm } from '../../../../core/forms';
import KitButton from '../../../kit/KitButton.vue';
import { handOver } from '../../base/download';
import { useCopying } from '../../base/copying';
import { reader } from '../../base/reader';
import { useDraft } from '../../setup/draft.store';
import { shareSays } from './share.sentences';

const says = shareSays(reader);
const props = defineProps<{ form: AnyForm }>();
const emit = defineEmits<{ change: [change: Partial<AnyForm>] }>();

const draft = useDraft();
const origin = computed(() => draft.view?.address ?? '');
const way = computed(() => (props.form.purpose.is === 'followUp' ? 'form' : 'join'));
const address = computed(() => `${origin.value}/${way.value}/${props.form.address}`);
const attribute = (text: string) => text.replaceAll('&', '&amp;').replaceAll('"', '&quot;').replaceAll('<', '&lt;');
const code = computed(() => {
  const title = attribute(props.form.title);
  const script = [
    `src="${origin.value}/embed.js"`,
    `data-form="${props.form.address}"`,
    `data-title="${title}"`,
    'async',
  ].join(' ');
  // In two pieces, since a script's end would end this one.
  return `<script ${script}></${'script'}>\n<noscript><a href="${address.value}">${title}</a></noscript>`;
});

const drawn = ref('');
watch(
  address,
  async (to) => {
    const { toString } = await import('qrcode');
    drawn.value = await toString(to, { type: 'svg', margin: 2, errorCorrectionLevel: 'M' });
  },
  { immediate: true },
);
const picture = computed(() => (drawn.value ? `data:image/svg+xml;utf8,${encodeURIComponent(drawn.value)}` : ''));

const take = (blob: Blob, kind: string) => handOver(blob, `${props.form.address}.${kind}`);
const takeSvg = () => take(new Blob([drawn.value], { type: 'image/svg+xml' }), 'svg');
async function takePng(): Promise<void> {
  const { toCanvas } = await import('qrcode');
  const canvas = document.createElement('canvas');
  await toCanvas(canvas, address.value, { width: 1024, margin: 2, errorCorrectionLevel: 'M' });
  canvas.toBlob((blob) => blob && take(blob, 'png'));
}
const copy = useCopying();
</script>

<template>
  <div class="fieldset">
    <div class="share">
      <img
        v-if="picture"
        class="share__code"
        :src="picture"
        :alt="says.codeFor({ address })"
        width="132"
        height="132"
      />
      <div class="share__words">
        <p>
          <b>{{ address }}</b>
        </p>
        <p class="quiet">{{ says.stays }}</p>
        <p class="share__do">
          <KitButton small @click="copy(address)">{{ says.copy }}</KitButton>
          <KitButton small @click="takePng">{{ says.asPng }}</KitButton>
          <KitButton small @click="takeSvg">{{ says.asSvg }}</KitButton>
        </p>
      </div>
    </div>
    <template v-if="form.purpose.is === 'signup'">
      <VCheckbox
        class="kit-tick"
        :label="says.mayStand"
        :model-value="form.embed ?? false"
        @update:model-value="emit('change', { embed: $event ? true : undefined })"
      />
      <template v-if="form.embed">
        <p class="quiet">{{ says.embedHelp }}</p>
        <pre class="share__embed" tabindex="0" :aria-label="says.embedCode">{{ code }}</pre>
        <p>
          <KitButton small @click="copy(code)">{{ says.copyCode }}</KitButton>
        </p>
      </template>
    </template>
  </div>
</template>

<style>
.share {
  display: flex;
  gap: 16px;
  align-items: flex-start;
}
.share__code {
  flex: none;
  border: 1px solid var(--rule2);
  background: #fff;
}
.share__words {
  min-width: 0;
  overflow-wrap: anywhere;
}
.share__do {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 8px;
}
.share__embed {
  margin: 0;
  padding: 10px 12px;
  border: 1px solid var(--rule2);
  border-radius: 2px;
  background: var(--field);
  font: 400 13px/18px var(--sans);
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
</style>
