<script setup lang="ts">
/** Ready set-ups to begin from: what each is, and what it would be like once it is published. */
import { computed, ref } from 'vue';
import { VRadio } from 'vuetify/components/VRadio';
import { VRadioGroup } from 'vuetify/components/VRadioGroup';
import { readyCounts, readyNames, readySetup, readySummary, type ReadyName } from '../../../core/ready';
import type { SetupDocument } from '../../../core/setup';
import KitButton from '../../kit/KitButton.vue';
import { calls } from '../base/calls';
import { useNotice } from '../base/notice';
import { reader } from '../base/reader';
import { useSending } from '../base/sending';
import { useDraft } from '../setup/draft.store';
import { firstStepsSay } from './firstSteps.sentences';

const says = firstStepsSay(reader);
const props = defineProps<{ doc: SetupDocument }>();
const draft = useDraft();
const notice = useNotice();
const { busy, trouble, send } = useSending();

const made = computed(() => new Map(readyNames.map((name) => [name, readySetup(name, props.doc)])));
const chosen = ref<ReadyName>('community');
const summary = computed(() => readySummary(made.value.get(chosen.value)!));

async function put(): Promise<void> {
  const setup = made.value.get(chosen.value)!;
  const stamp = draft.view?.stamp ?? '';
  const document = structuredClone(setup.doc) as unknown as Record<string, unknown>;
  if (!(await send((sent) => calls.setup.replace({ document, stamp }, sent)))) return;
  await draft.load();
  notice.tell(says.readyIsIn);
}
</script>

<template>
  <section class="ready" :aria-label="says.readySetups">
    <div class="section-head">
      <h2>{{ says.readySetups }}</h2>
      <span class="section-head__note quiet">{{ says.readyAbout }}</span>
    </div>
    <VRadioGroup v-model="chosen" class="ready__choices" hide-details :aria-label="says.readySetups">
      <div v-for="name in readyNames" :key="name" class="ready__one" :class="{ 'ready__one--on': name === chosen }">
        <span
          ><VRadio :value="name"
            ><template #label
              ><b class="ready__name">{{ says[name] }}</b></template
            ></VRadio
          ></span
        >
        <span>{{ says[`${name}Is`] }}</span>
        <span class="quiet">{{ readyCounts(made.get(name)!) }}</span>
      </div>
    </VRadioGroup>
    <h3>{{ says.once({ name: says[chosen] }) }}</h3>
    <dl class="ready__summary">
      <template v-for="one in summary" :key="one.matter">
        <dt>{{ one.matter }}</dt>
        <dd>{{ one.says }}</dd>
      </template>
    </dl>
    <p v-if="trouble" class="field__fault" role="alert">{{ trouble.says }}</p>
    <p class="ready__do">
      <KitButton :disabled="busy" @click="put">{{ says.putIn }}</KitButton>
      <span class="quiet">{{ says.nobodySees }}</span>
    </p>
  </section>
</template>

<style>
.ready {
  margin-bottom: 26px;
}
.ready h3 {
  margin: 14px 0 4px;
  font: 560 17px/24px var(--display);
}
.ready__one {
  display: grid;
  grid-template-columns: 170px minmax(0, 1fr) 190px;
  gap: 4px 14px;
  align-items: center;
  padding: 6px 12px 6px 4px;
  border-bottom: 1px solid var(--rule);
}
.ready__one--on {
  background: var(--sheet);
  box-shadow: inset 4px 0 0 var(--ink);
}
.ready__name {
  color: var(--ink);
  font: 560 17px/24px var(--display);
}
.ready__summary {
  display: grid;
  grid-template-columns: 170px minmax(0, 1fr);
  gap: 3px 14px;
  margin: 0;
}
.ready__summary dt {
  color: var(--ink2);
}
.ready__summary dd {
  margin: 0;
}
.ready__do {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 14px;
  margin: 14px 0 0;
}
@media (max-width: 760px) {
  .ready__one,
  .ready__summary {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
