<script setup lang="ts">
/** People who were made up: each by name, with standing, levels, groups and answers. */
import { computed, ref, useTemplateRef } from 'vue';
import type { MadeUpView } from '../../../contract';
import KitButton from '../../kit/KitButton.vue';
import Trouble from '../../kit/Trouble.vue';
import Waiting from '../../kit/Waiting.vue';
import { calls, desk } from '../base/calls';
import { useNotice } from '../base/notice';
import { useMadeUp } from '../people/madeUp';
import { reader } from '../base/reader';
import { useSending } from '../base/sending';
import { may, useMe } from '../base/session';
import { useViewpoint } from '../viewpoint/viewpoint.store';
import MadeUpEditor from './MadeUpEditor.vue';
import { madeUpSays } from './madeUp.sentences';

type Editor = InstanceType<typeof MadeUpEditor>;
const says = madeUpSays(reader);
const notice = useNotice();
const viewpoint = useViewpoint();
const { data: me } = useMe();
const mayChange = computed(() => Boolean(me.value && may(me.value, desk.madeUp.change)));
const { data, error, refetch } = useMadeUp();
const people = computed(() => data.value?.people ?? null);

/** Who is being changed; `new` for somebody who is being made up. */
const open = ref<MadeUpView['id'] | 'new' | null>(null);
const leaving = ref<MadeUpView['id'] | null>(null);
/** The one that is open; within a list it comes as a list. */
const editors = useTemplateRef<Editor | Editor[]>('editor');
const editor = computed(() => [editors.value ?? []].flat()[0] ?? null);
const { busy, trouble, send } = useSending();
function choose(id: typeof open.value): void {
  open.value = open.value === id ? null : id;
  [leaving.value, trouble.value] = [null, null];
}

async function keep(person: MadeUpView['person'], known: MadeUpView | null): Promise<void> {
  const done = await send((context) =>
    known
      ? calls.madeUp.change({ id: known.id, version: known.version, person }, context)
      : calls.madeUp.make({ person }, context),
  );
  if (!done) return;
  editor.value?.drop();
  open.value = null;
  notice.tell(says.kept({ name: person.name }));
  await refetch();
}
async function remove({ id, person }: MadeUpView): Promise<void> {
  if (!(await send((context) => calls.madeUp.remove({ id }, context)))) return;
  [open.value, leaving.value] = [null, null];
  if (viewpoint.person === id) viewpoint.reset();
  notice.tell(says.gone({ name: person.name }));
  await refetch();
}
</script>

<template>
  <section class="settings" :aria-label="says.madeUp">
    <Trouble v-if="error && !people" :error="error" @again="refetch()" />
    <Waiting v-else-if="!people" :rows="4" />
    <div v-else class="team">
      <div class="section-head">
        <h2>{{ says.madeUp }}</h2>
        <KitButton v-if="mayChange" class="section-head__note" :aria-expanded="open === 'new'" @click="choose('new')">{{
          says.make
        }}</KitButton>
      </div>
      <p class="quiet">{{ people.length || open ? says.about : says.none }}</p>
      <MadeUpEditor
        v-if="open === 'new'"
        ref="editor"
        of="new"
        :person="null"
        :trouble="trouble"
        :busy="busy"
        @keep="keep($event, null)"
        @cancel="choose('new')"
      />
      <ul class="team__list">
        <li v-for="one in people" :key="one.id" class="team__one">
          <div class="team__line">
            <span class="team__name"
              ><b>{{ one.person.name }}</b></span
            >
            <span>{{ one.note }}</span>
            <KitButton kind="link" @click="viewpoint.lookAs(one.id)">{{
              says.seeAs({ name: one.person.name })
            }}</KitButton>
            <KitButton
              v-if="mayChange"
              kind="link"
              :aria-label="says.changeNamed({ name: one.person.name })"
              :aria-expanded="open === one.id"
              @click="choose(one.id)"
              >{{ says.change }}</KitButton
            >
          </div>
          <MadeUpEditor
            v-if="open === one.id"
            ref="editor"
            :of="one.id"
            :person="one.person"
            :trouble="trouble"
            :busy="busy"
            @keep="keep($event, one)"
            @cancel="choose(one.id)"
          >
            <span v-if="leaving === one.id" class="fieldset__end">
              <span>{{ says.sure({ name: one.person.name }) }}</span>
              <KitButton kind="danger" :disabled="busy" @click="remove(one)">{{ says.yes }}</KitButton>
            </span>
            <KitButton v-else kind="danger" @click="leaving = one.id">{{ says.takeOut }}</KitButton>
          </MadeUpEditor>
        </li>
      </ul>
    </div>
  </section>
</template>

<style src="./settings.css"></style>
<style src="./team.css"></style>
