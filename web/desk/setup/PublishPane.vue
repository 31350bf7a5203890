<script setup lang="ts">
/** The draft beside what is live: what changes, for whom, and what stands in the way. */
import { useQuery } from '@pinia/colada';
import { computed, ref } from 'vue';
import { useRouter } from 'vue-router';
import { keyOf, type Finding } from '../../../core/checkup';
import FieldFrame from '../../kit/fields/FieldFrame.vue';
import FieldInput from '../../kit/fields/FieldInput.vue';
import KitButton from '../../kit/KitButton.vue';
import { calls } from '../base/calls';
import { useKept } from '../base/kept';
import { useNotice } from '../base/notice';
import { reader } from '../base/reader';
import { useSending } from '../base/sending';
import { useFresh } from '../base/session';
import ChangeList from './ChangeList.vue';
import ImpactPart from './ImpactPart.vue';
import { useDraft } from './draft.store';
import { editorOf } from './places';
import { setupSays } from './setup.sentences';

const says = setupSays(reader);
const emit = defineEmits<{ close: [] }>();
const draft = useDraft();
const router = useRouter();
const fresh = useFresh();
const notice = useNotice();
const note = ref('');
const kept = useKept(() => 'publish', note);
const { busy, trouble, send } = useSending();
/** Something typed is not at the server. */
const unsettled = ref(false);
const number = computed(() => (draft.view?.revision ?? 0) + 1);
const people = useQuery({
  key: () => ['setup', 'people', draft.view?.stamp ?? '', draft.saving ? 'saving' : 'saved'],
  query: () => calls.setup.people({}),
  enabled: () => !draft.saving,
});
const prices = useQuery({
  key: () => ['setup', 'prices', draft.view?.stamp ?? '', draft.saving ? 'saving' : 'saved'],
  query: () => calls.insight.prices({}),
  enabled: () => !draft.saving,
});
const blocking = computed(() => draft.findings.some(({ blocks }) => blocks));
const isNew = (finding: Finding) => draft.fresh.has(keyOf(finding));
/** What blocks first, then what is new. */
const findings = computed(() =>
  [...draft.findings].sort((a, b) => Number(b.blocks) - Number(a.blocks) || Number(isNew(b)) - Number(isNew(a))),
);

function mend(finding: Finding): void {
  emit('close');
  void router.push(editorOf(finding) ?? { path: '/desk/check-up', query: { finding: keyOf(finding) } });
}

async function publish(): Promise<void> {
  unsettled.value = !(await draft.settled());
  if (unsettled.value) return;
  await draft.load();
  const stamp = draft.view?.stamp ?? '';
  const done = await send((sent) => calls.setup.publish({ stamp, note: note.value }, sent));
  if (!done) return;
  kept.drop();
  await draft.load();
  notice.tell(says.published({ number: done.revision }));
  void fresh();
  emit('close');
}
</script>

<template>
  <div class="publish__pane">
    <div class="publish__cols">
      <div>
        <div class="section-head section-head--thin">
          <h3>{{ says.whatChanges }}</h3>
          <span class="section-head__count">{{ draft.changes.length }}</span>
          <span v-if="draft.view" class="section-head__note quiet">{{
            says.since({ number: draft.view.revision, date: draft.view.since })
          }}</span>
        </div>
        <p v-if="draft.changes.length === 0" class="empty">{{ says.nothingChanges }}</p>
        <ChangeList :changes="draft.changes" can-put-back @put-back="draft.putBack($event)" />
      </div>
      <div class="publish__side">
        <ImpactPart />
        <section v-if="prices.data.value?.rows.length">
          <div class="section-head section-head--thin">
            <h3>{{ says.pricesPaid }}</h3>
          </div>
          <ul class="publish__note">
            <li v-for="row in prices.data.value.rows" :key="row.says">{{ row.says }}</li>
          </ul>
        </section>
        <section>
          <div class="section-head section-head--thin">
            <h3>{{ says.people }}</h3>
          </div>
          <p v-if="people.data.value?.total === 0" class="empty">{{ says.nobodyMoves }}</p>
          <div v-else-if="people.data.value" class="publish__note">
            <b>{{ says.peopleMove({ count: people.data.value.total }) }}</b>
            <ul>
              <li v-for="row in people.data.value.rows.slice(0, 12)" :key="row.member">{{ row.says }}</li>
              <li v-if="people.data.value.total > 12">
                {{ says.morePeople({ count: people.data.value.total - 12 }) }}
              </li>
            </ul>
          </div>
        </section>
        <section>
          <div class="section-head section-head--thin">
            <h3>{{ says.checkup }}</h3>
            <span class="section-head__note quiet">{{ says.findingsNow({ count: draft.findings.length }) }}</span>
          </div>
          <ul class="publish__findings">
            <li v-for="finding in findings" :key="keyOf(finding)">
              <span
                ><span v-if="isNew(finding)" class="flag">{{ says.isNew }}</span></span
              >
              <p>
                {{ finding.says }}. <span v-if="finding.blocks" class="field__fault">{{ says.blocks }}</span>
                <KitButton kind="link" @click="mend(finding)">{{ says.mend }}</KitButton>
              </p>
            </li>
            <li v-for="finding in draft.mended" :key="keyOf(finding)">
              <b class="publish__mended">{{ says.isMended }}</b>
              <p>{{ finding.says }}.</p>
            </li>
          </ul>
        </section>
      </div>
    </div>
    <footer class="publish__foot">
      <FieldFrame id="publish-note" :label="says.note" :help="says.noteHelp">
        <FieldInput id="publish-note" v-model="note" kind="longText" described="publish-note-help" />
      </FieldFrame>
      <div>
        <p v-if="trouble || unsettled" class="field__fault" role="alert">
          {{ trouble?.says ?? says.unsettled }}
        </p>
        <p v-else class="quiet">{{ says.after({ number: number - 1 }) }}</p>
        <p class="publish__acts">
          <KitButton kind="primary" :disabled="busy || blocking || draft.changes.length === 0" @click="publish">{{
            says.publishNow({ number })
          }}</KitButton>
          <KitButton @click="emit('close')">{{ says.keepAsDraft }}</KitButton>
        </p>
      </div>
    </footer>
  </div>
</template>
