<script setup lang="ts">
/** An admission path: the lane of gates, the chosen one's settings, what admission gives, and what comes by itself. */
import { computed, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { pathOfForm } from '../../../core/forms';
import { kindOf, ownGateKinds, ownOf, type OwnGate, type PathItem } from '../../../core/joining';
import type { GateId } from '../../../core/kernel';
import { idFrom } from '../../../core/setup';
import KitButton from '../../kit/KitButton.vue';
import MenuButton from '../../kit/MenuButton.vue';
import Trouble from '../../kit/Trouble.vue';
import Waiting from '../../kit/Waiting.vue';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import DuplicateItem from '../setup/DuplicateItem.vue';
import DraftMount from '../viewpoint/DraftMount.vue';
import { useItem } from '../setup/item';
import ItemFindings from '../setup/ItemFindings.vue';
import NewItem from '../setup/NewItem.vue';
import LetterEditor from '../letters/LetterEditor.vue';
import { useWriting } from '../letters/writing';
import { freshGate, freshPath } from './begin';
import { foretell } from './foretold';
import GateEditor from './GateEditor.vue';
import GrantList from './GrantList.vue';
import PathLane from './PathLane.vue';
import PathLetters from './PathLetters.vue';
import TurnList from './TurnList.vue';
import { joiningSays } from './joining.sentences';

const says = joiningSays(reader);
const draft = useDraft();
const route = useRoute();
const router = useRouter();
const naming = ref(false);
const chosen = ref<string | null>(null);
/** The letter that is being written. */
const { writing, presses, write, done } = useWriting();

const paths = computed(() => draft.ofKind('path').map(({ body }) => body));
const id = computed(() => {
  const asked = typeof route.params['id'] === 'string' ? route.params['id'] : null;
  return asked ?? (paths.value.find(({ retired }) => !retired) ?? paths.value[0])?.id ?? null;
});
const { body, set, faultAt, faulty, findings } = useItem('path', () => id.value);
const path = computed(() => body.value as PathItem | null);
const gate = computed(() => path.value?.gates.find((one) => one.id === chosen.value) ?? path.value?.gates[0] ?? null);
const place = computed(() => (gate.value && path.value ? path.value.gates.indexOf(gate.value) : -1));
watch(
  () => route.hash,
  (hash) => {
    const at = Number(/^#gates\.(\d+)/.exec(hash)?.[1] ?? -1);
    if (path.value?.gates[at]) chosen.value = path.value.gates[at].id;
  },
  { immediate: true },
);

const setGates = (gates: readonly OwnGate[]) => set({ gates: [...gates] });
function change(gates: OwnGate): void {
  setGates(path.value!.gates.map((one, at) => (at === place.value ? gates : one)));
}
function move(by: number): void {
  const gates = [...path.value!.gates];
  const to = place.value + by;
  if (!gate.value || to < 0 || to >= gates.length) return;
  const { id: moved } = gate.value;
  gates.splice(to, 0, ...gates.splice(place.value, 1));
  chosen.value = moved;
  setGates(gates);
}
function addGate(kind: OwnGate['kind'], title: string): void {
  const made = idFrom(
    title,
    path.value!.gates.map((one) => one.id),
    'gate',
  ) as GateId;
  const fresh = freshGate(kind, made, title, paths.value);
  // An address is confirmed before anybody reads.
  const { gates: now } = path.value!;
  setGates(kindOf(fresh).proves ? [fresh, ...now] : [...now, fresh]);
  chosen.value = made;
}
const additions = ownGateKinds.map((kind) => {
  const title = ownOf({ kind }).called(reader);
  return { title, act: () => addGate(kind, title) };
});
function make(title: string): void {
  const made = idFrom(
    title,
    paths.value.map((one) => one.id),
    'path',
  );
  draft.edit('path', made, freshPath(made, title, paths.value));
  void router.push(`/desk/joining/paths/${made}`);
}
const others = computed(() => paths.value.map((one) => ({ title: one.title, to: `/desk/joining/paths/${one.id}` })));
const forms = computed(
  () => draft.setup?.doc.forms.filter((form) => pathOfForm(form) === id.value && !form.retired) ?? [],
);
const form = computed(() => forms.value[0] ?? null);
/** What those who come here were asked, which decides on this path. */
const fields = computed(() =>
  draft
    .ofKind('field')
    .map(({ body: field }) => field)
    .filter(
      ({ id: field, role, retired }) =>
        !role &&
        !retired &&
        (forms.value.length === 0 ||
          forms.value.some(({ parts }) => parts.some((part) => part.part === 'field' && part.field === field))),
    ),
);
const foretold = computed(() => {
  const known = id.value ? draft.setup?.paths.get(id.value) : undefined;
  return known && draft.setup ? foretell(known, draft.setup, draft.view?.now ?? 0, true) : [];
});
</script>

<template>
  <div class="editor">
    <section class="editor__work" :aria-label="path?.title ?? says.admissionPaths">
      <div class="editor__head">
        <h2>{{ path?.title ?? says.admissionPaths }}</h2>
        <span v-if="path" class="quiet">{{
          says.formsHere({ count: forms.length, forms: forms.map(({ title }) => title) })
        }}</span>
        <MenuButton v-if="paths.length > 1" :label="says.thePath" :items="others">{{ says.thePath }}</MenuButton>
        <MenuButton v-if="path" :label="says.addGate" :items="additions">{{ says.addGate }}</MenuButton>
        <KitButton @click="naming = true">{{ says.newPath }}</KitButton>
      </div>
      <Trouble v-if="draft.loadTrouble" :error="draft.loadTrouble" @again="draft.load()" />
      <Waiting v-else-if="!draft.view" :rows="8" />
      <p v-else-if="!path" class="empty">{{ route.params['id'] ? says.noSuchPath : says.noPaths }}</p>
      <template v-else>
        <p v-if="path.retired" class="quiet">
          {{ says.pathRetired }}
          <KitButton kind="link" @click="set({ retired: undefined })">{{ says.bringBack }}</KitButton>
        </p>
        <ItemFindings :findings="findings" />
        <p v-if="faulty" class="field__fault" role="alert">{{ says.notSaved }}</p>
        <p v-if="draft.trouble" class="field__fault" role="alert">{{ draft.trouble.says }}</p>
        <PathLane
          :gates="path.gates"
          :chosen="gate?.id ?? null"
          @choose="chosen = $event"
          @move="(one, by) => ((chosen = one), move(by))"
        />
        <GateEditor
          v-if="gate"
          :gate="gate"
          :number="place + 1"
          :fields="fields"
          :fault-at="(at) => faultAt(`gates.${place}.${at}`)"
          @change="change"
          @take-out="setGates(path.gates.filter(({ id: one }) => one !== gate!.id))"
          @write="write"
        >
          <template #moves>
            <KitButton small :disabled="place === 0" @click="move(-1)">{{ says.earlier }}</KitButton>
            <KitButton small :disabled="place === path.gates.length - 1" @click="move(1)">{{ says.later }}</KitButton>
          </template>
        </GateEditor>
        <p v-else class="gate-panel">{{ says.noGates }}</p>
        <div class="path__below">
          <TurnList
            :turns="path.turns ?? []"
            :path="path.id"
            :fields="fields"
            :fault-at="faultAt"
            @change="set({ turns: $event.length ? $event : undefined })"
          />
          <GrantList :grants="path.grants" :fault-at="faultAt" @change="set({ grants: $event })" />
          <PathLetters :path="path" :fault-at="faultAt" @change="set" @write="write">
            <LetterEditor v-if="writing" :id="writing" :presses="presses" @done="done" />
          </PathLetters>
          <div class="fieldset__foot">
            <DuplicateItem :id="path.id" kind="path" />
            <span class="fieldset__end">
              <KitButton kind="danger" @click="draft.remove('path', path.id)">{{ says.remove }}</KitButton>
              <KitButton v-if="!path.retired" kind="danger" @click="set({ retired: true })">{{
                says.retirePath
              }}</KitButton>
            </span>
          </div>
        </div>
      </template>
    </section>
    <DraftMount
      v-if="path && form"
      :title="says.whatSees({ name: says.aVisitor })"
      :note="says.inDraft"
      :link="says.fullPage"
      person="visitor"
      :place="`/join/${form.address}`"
    >
      <h3>{{ says.ifNobody }}</h3>
      <dl class="foretold">
        <template v-for="line in foretold" :key="line.day + line.says">
          <dt>{{ line.day }}</dt>
          <dd>{{ line.says }}</dd>
        </template>
      </dl>
    </DraftMount>
    <NewItem v-model="naming" :title="says.newPath" :label="says.title" :action="says.newPath" @make="make" />
  </div>
</template>

<style src="./editor.css"></style>
