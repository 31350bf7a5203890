<script setup lang="ts">
/** A test send: what would come of the answers that stand in the mount. Nothing is sent, kept or written. */
import { computed, ref, watch } from 'vue';
import type { RawForm } from '../../../../core/fields';
import type { AnyForm } from '../../../../core/forms';
import { madeUpAnswers, sampleAnswers, tryForm, type Trial } from '../../../../core/rehearsal';
import KitButton from '../../../kit/KitButton.vue';
import { reader } from '../../base/reader';
import { useMadeUp } from '../../people/madeUp';
import { useDraft } from '../../setup/draft.store';
import { useViewpoint } from '../../viewpoint/viewpoint.store';
import { testSendSays } from './testSend.sentences';

const says = testSendSays(reader);
const props = defineProps<{
  form: AnyForm;
  /** What stands in the mount by now. */
  typed: () => RawForm;
}>();
const emit = defineEmits<{ fill: [answers: RawForm] }>();
const draft = useDraft();

const trial = ref<Trial | null>(null);
const faults = ref<readonly { label: string; says: string }[]>([]);
const now = () => draft.view?.now ?? 0;

function send(): void {
  const { setup } = draft;
  if (!setup) return;
  const done = tryForm(props.form, props.typed(), setup, now());
  trial.value = done.ok ? done.value : null;
  faults.value = done.ok ? [] : done.refusal;
}
const made = useMadeUp();
const viewpoint = useViewpoint();
/** Whoever the viewpoint looks as, where they were made up. */
const person = computed(() => made.data.value?.people.find(({ id }) => id === viewpoint.person)?.person ?? null);
function fill(): void {
  if (!draft.setup) return;
  const own = person.value ? madeUpAnswers(person.value, draft.setup) : {};
  emit('fill', sampleAnswers(props.form, draft.setup, now(), own));
}
function close(): void {
  trial.value = null;
  faults.value = [];
}
watch(() => props.form.id, close);
</script>

<template>
  <div class="test-send">
    <div class="test-send__do">
      <KitButton @click="fill">{{ person ? says.fillInAs({ name: person.name }) : says.fillIn }}</KitButton>
      <KitButton @click="send">{{ says.testSend }}</KitButton>
      <span class="mount-beside__note">{{ says.nothingTouched }}</span>
      <KitButton v-if="trial || faults.length" kind="link" @click="close">{{ says.close }}</KitButton>
    </div>
    <div v-if="faults.length" class="test-send__what" role="status" tabindex="0">
      <h3>{{ says.refused({ count: faults.length }) }}</h3>
      <ul>
        <li v-for="fault in faults" :key="fault.label">
          <b>{{ fault.label }}</b> {{ fault.says }}
        </li>
      </ul>
    </div>
    <div v-else-if="trial" class="test-send__what" role="status" tabindex="0">
      <h3>{{ says.wouldBeKept }}</h3>
      <dl class="test-send__kept">
        <template v-for="one in trial.stored" :key="one.label">
          <dt>{{ one.label }}</dt>
          <dd>
            {{ one.value }} <span class="mount-beside__note">{{ one.where }}</span>
          </dd>
        </template>
      </dl>
      <template
        v-for="[title, lines] in [
          [says.wouldHappen, trial.steps],
          [says.wouldGive, trial.gives],
          [says.wouldWrite, trial.letters],
          ...(trial.calls.length ? [[says.wouldCall, trial.calls] as const] : []),
        ] as const"
        :key="title"
      >
        <h3>{{ title }}</h3>
        <ul>
          <li v-for="line in lines" :key="line">{{ line }}</li>
          <li v-if="lines.length === 0">{{ says.nothing }}</li>
        </ul>
      </template>
    </div>
  </div>
</template>

<style>
.test-send__do {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 12px;
}
.test-send__what {
  max-height: 280px;
  margin-top: 10px;
  padding-right: 8px;
  overflow: auto;
}
.test-send__what h3 {
  margin: 8px 0 2px;
  font: 560 15px/20px var(--display);
}
.test-send__what ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
.test-send__kept {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1.4fr);
  gap: 3px 16px;
  margin: 0;
}
.test-send__kept dd .mount-beside__note::before {
  content: '→ ';
}
.test-send__kept dt {
  color: var(--mount2);
}
.test-send__kept dd {
  margin: 0;
  overflow-wrap: anywhere;
}
</style>
