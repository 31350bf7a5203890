<script setup lang="ts">
/** One entry: what it says, the change that waits, what can be done with it, and what happened to it. */
import { useQuery, useQueryCache } from '@pinia/colada';
import { computed, ref } from 'vue';
import type { EntryActName } from '../../../contract';
import KitField from '../../kit/fields/KitField.vue';
import KitButton from '../../kit/KitButton.vue';
import SideSheet from '../../kit/SideSheet.vue';
import Trouble from '../../kit/Trouble.vue';
import Waiting from '../../kit/Waiting.vue';
import { calls } from '../base/calls';
import { useEscape } from '../base/escape';
import { useKept } from '../base/kept';
import { useNotice } from '../base/notice';
import { reader } from '../base/reader';
import { useSending } from '../base/sending';
import { deskBoardsSay } from './boards.sentences';

const says = deskBoardsSay(reader);
const props = defineProps<{ number: number; boardTitle: (board: string) => string }>();
const emit = defineEmits<{ close: [] }>();
const cache = useQueryCache();
const notice = useNotice();
const one = useQuery({
  key: () => ['entries', 'one', props.number],
  query: () => calls.entries.one({ entry: props.number }),
});
const found = computed(() => one.data.value ?? null);
useEscape(() => emit('close'));

const { busy, trouble, send } = useSending();
const note = ref('');
const kept = useKept(() => `entry.${props.number}`, note);
const sure = ref(false);

async function act(name: EntryActName, state?: { id: string; label: string }): Promise<void> {
  if (name === 'end' && !sure.value) return void (sure.value = true);
  const entry = found.value?.row.title ?? '';
  const asked = {
    entry: props.number,
    act: name,
    ...(state ? { state: state.id } : {}),
    ...(name === 'sendBack' ? { note: note.value } : {}),
  };
  if (!(await send((sent) => calls.entries.act(asked, sent)))) return void (sure.value = false);
  notice.tell(
    name === 'state' ? says.told_state({ entry, state: state?.label ?? '' }) : says[`told_${name}`]({ entry }),
  );
  if (name === 'sendBack') kept.drop();
  sure.value = false;
  await cache.invalidateQueries({ key: ['entries'] });
}
type Plain = Exclude<EntryActName, 'state' | 'sendBack'>;
const buttons = computed(() =>
  (found.value?.hands.acts ?? []).filter((name): name is Plain => name !== 'state' && name !== 'sendBack'),
);
</script>

<template>
  <SideSheet :label="found?.row.title ?? says.entries">
    <Trouble v-if="one.error.value" :error="one.error.value" @again="one.refetch()" />
    <Waiting v-else-if="!found" :rows="6" />
    <template v-else>
      <div class="entries__head">
        <h2>{{ found.row.title }}</h2>
        <KitButton @click="emit('close')">{{ says.close }} <kbd>Esc</kbd></KitButton>
      </div>
      <p>
        {{ boardTitle(found.row.board) }}<template v-if="found.category">, {{ found.category }}</template
        >, <b>{{ found.row.state }}</b>, {{ says.repliesCount({ count: found.replies }) }}<br /><br />
        <RouterLink v-if="found.row.poster" :to="{ path: '/desk/members', query: { person: found.row.poster.id } }"
          ><bdi>{{ found.row.poster.name }}</bdi></RouterLink
        ><template v-else>{{ says.byStaff }}</template>
        <a v-if="found.href" class="entries__site" :href="found.href" target="_blank" rel="noopener">{{
          says.onSite
        }}</a>
      </p>
      <p v-for="line in found.notes" :key="line" class="quiet">{{ line }}</p>
      <p v-if="trouble" class="field__fault" role="alert">{{ trouble.says }}</p>
      <div class="entries__acts">
        <KitButton
          v-for="name in buttons"
          :key="name"
          :kind="name === 'pass' ? 'primary' : name === 'end' ? 'danger' : undefined"
          :disabled="busy"
          @click="act(name)"
          >{{ name === 'end' && sure ? says.endSure : says[`act_${name}`] }}</KitButton
        >
        <KitButton v-for="state in found.hands.states" :key="state.id" :disabled="busy" @click="act('state', state)">{{
          says.setState({ state: state.label })
        }}</KitButton>
      </div>
      <form v-if="found.hands.acts.includes('sendBack')" class="entries__back" @submit.prevent="act('sendBack')">
        <KitField id="entry-note" v-model="note" kind="longText" :label="says.whyBack" :help="says.whyHelp" />
        <KitButton type="submit" :disabled="busy || note.trim() === ''">{{ says.act_sendBack }}</KitButton>
      </form>
      <template v-if="found.change">
        <div class="section-head section-head--thin">
          <h3>{{ says.changeSays }}</h3>
        </div>
        <dl class="entries__answers entries__answers--new">
          <div v-for="line in found.change" :key="line.label">
            <dt>{{ line.label }}</dt>
            <dd>{{ line.value }}</dd>
          </div>
        </dl>
      </template>
      <div class="section-head section-head--thin">
        <h3>{{ says.says }}</h3>
      </div>
      <dl class="entries__answers">
        <div v-for="line in found.answers" :key="line.label">
          <dt>{{ line.label }}</dt>
          <dd>{{ line.value }}</dd>
        </div>
      </dl>
      <div class="section-head section-head--thin">
        <h3>{{ says.happened }}</h3>
      </div>
      <ol class="entries__story">
        <li v-for="(step, at) in found.history" :key="at">
          <span class="quiet">{{ step.when }}</span> {{ step.says }}
        </li>
      </ol>
    </template>
  </SideSheet>
</template>
