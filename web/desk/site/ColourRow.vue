<script setup lang="ts">
/** One of the three colours: typed or chosen, measured, and taken only where all reads well in it. */
import { computed, ref, watch } from 'vue';
import { LEAST, contrastsOf, nearest, readsWell, type Colours } from '../../../core/site';
import FieldInput from '../../kit/fields/FieldInput.vue';
import KitButton from '../../kit/KitButton.vue';
import { reader } from '../base/reader';
import { deskSiteSays } from './site.sentences';

const says = deskSiteSays(reader);
const props = defineProps<{ which: keyof Colours; look: Colours }>();
const emit = defineEmits<{ change: [colour: string] }>();

const typed = ref(props.look[props.which]);
const isColour = (text: string) => /^#[0-9a-f]{6}$/i.test(text);
const tried = computed((): Colours | null =>
  isColour(typed.value) ? { ...props.look, [props.which]: typed.value.toUpperCase() } : null,
);
const well = computed(() => tried.value !== null && readsWell(tried.value));
// An undo, or what somebody else has chosen, shows.
watch(
  () => props.look[props.which],
  (now) => {
    if (now !== tried.value?.[props.which]) typed.value = now;
  },
);
const take = (text: string) => {
  typed.value = text;
  if (well.value) emit('change', text.toUpperCase());
};
const ratio = (value: number) =>
  new Intl.NumberFormat(reader.locale, { minimumFractionDigits: 1, maximumFractionDigits: 1 }).format(
    // Never told as enough where it is not.
    Math.floor(value * 10) / 10,
  );
const measured = computed(() => {
  const { paper, tint } = contrastsOf(tried.value ?? props.look);
  if (props.which === 'accent') return says.accentReads({ paper: ratio(paper.accent), tint: ratio(tint.accent) });
  const ground = props.which === 'tint' ? tint : paper;
  return says.textReads({ text: ratio(ground.text), quiet: ratio(ground.quiet) });
});
const fault = computed(() => {
  if (!tried.value) return says.writeColour;
  if (well.value) return null;
  const { paper, tint } = contrastsOf(tried.value);
  const kept = props.look[props.which];
  const worst = (ground: typeof paper) => Math.min(...Object.values(ground));
  const [where, least] = worst(paper) < worst(tint) ? [says.onPaper, worst(paper)] : [says.onTint, worst(tint)];
  return props.which === 'accent'
    ? says.tooPale({ where, ratio: ratio(least), kept })
    : says.textOnIt({ ratio: ratio(least), kept });
});
const offer = computed(() => {
  if (!tried.value || well.value) return null;
  const colour = nearest(props.which, tried.value);
  if (colour === null) return null;
  const { paper, tint } = contrastsOf({ ...tried.value, [props.which]: colour });
  return { colour, ratio: ratio(Math.max(LEAST, Math.min(...Object.values(paper), ...Object.values(tint)))) };
});
const names = { accent: says.accent, tint: says.tint, paper: says.paper };
const uses = { accent: says.accentFor, tint: says.tintFor, paper: says.paperFor };
</script>

<template>
  <div class="colour-row" :class="{ 'field--bad': fault }">
    <input
      class="colour-row__pick"
      type="color"
      :value="tried?.[which] ?? look[which]"
      :aria-label="names[which]"
      @input="take(($event.target as HTMLInputElement).value)"
    />
    <label :for="`colour-${which}`"
      ><b>{{ names[which] }}</b> <span class="quiet">{{ uses[which] }}</span></label
    >
    <FieldInput
      :id="`colour-${which}`"
      kind="text"
      :model-value="typed"
      :required="true"
      :bad="fault !== null"
      :described="`colour-${which}-says`"
      @update:model-value="take"
    />
    <span :id="`colour-${which}-says`" class="colour-row__says" role="status">{{ measured }}</span>
    <p v-if="fault" class="field__fault">{{ fault }}</p>
    <KitButton v-if="offer" class="colour-row__offer" @click="take(offer.colour)"
      ><svg class="colour-row__swatch" width="14" height="14" aria-hidden="true">
        <rect width="14" height="14" :fill="offer.colour" /></svg
      >{{ says.useNearest(offer) }}</KitButton
    >
  </div>
</template>

<style>
.colour-row {
  display: grid;
  grid-template-columns: 44px minmax(0, 1fr) 116px minmax(0, 1.4fr);
  gap: 6px 12px;
  align-items: center;
  padding: 8px 0;
  border-bottom: 1px solid var(--rule);
}
.colour-row__pick {
  width: 44px;
  height: 30px;
  padding: 0;
  border: 1px solid var(--rule2);
  border-radius: 2px;
  background: none;
  cursor: pointer;
}
.colour-row > .field__fault {
  grid-column: 2 / -1;
}
.colour-row > .colour-row__offer {
  grid-column: 2 / -1;
  justify-self: start;
}
@media (max-width: 600px) {
  .colour-row {
    grid-template-columns: 44px minmax(0, 1fr);
  }
}
</style>
