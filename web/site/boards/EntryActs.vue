<script setup lang="ts">
/** What whoever posted an entry, or looks after its board, may do with it now. */
import { computed, nextTick, ref } from 'vue';
import type { EntryActName, EntryView } from '../../../contract';
import { siteSays } from '../../../contract/site.sentences';
import FieldFrame, { describedBy } from '../../kit/fields/FieldFrame.vue';
import { useReader } from '../../kit/reader';
import { call } from '../calls';
import FaultList from '../form/FaultList.vue';
import SiteForm from '../form/SiteForm.vue';
import { useForm } from '../form/useForm';
import { useGo } from '../go';
import SiteLink from '../SiteLink.vue';

const says = siteSays(useReader());
const props = defineProps<{ place: EntryView; hands: NonNullable<EntryView['hands']> }>();
const go = useGo();
const { answers, faults, trouble, sending, send } = useForm('entry', { note: '' });
/** An act that ends something is asked for twice. */
const sure = ref(false);

async function act(name: EntryActName, state?: string): Promise<void> {
  if ((name === 'end' || name === 'drop') && !sure.value) {
    sure.value = true;
    await nextTick();
    return;
  }
  const { number: entry } = props.place;
  const note = name === 'sendBack' ? { note: answers.note } : {};
  const done = await send(async () => {
    const { next } = await call('actOnEntry', { entry, act: name, ...(state ? { state } : {}), ...note });
    await go(next);
  });
  if (done) sure.value = false;
}
type Plain = Exclude<EntryActName, 'state' | 'sendBack'>;
/** Those that are a button and nothing more. */
const buttons = computed(() =>
  props.hands.acts.filter((name): name is Plain => name !== 'state' && name !== 'sendBack'),
);
const quiet = (name: Plain) => name === 'renew' || name === 'end' || name === 'drop';
</script>

<template>
  <section class="entry__acts" :aria-label="says.lookAfter">
    <h2>{{ says.lookAfter }}</h2>
    <FaultList :faults="faults" :trouble="trouble" prefix="e-" />
    <div class="entry__buttons">
      <SiteLink
        v-if="hands.edit"
        :to="hands.edit"
        class="button"
        :class="{ 'button--plain': hands.acts.includes('send') }"
        >{{ says.editEntry }}</SiteLink
      >
      <template v-for="name in buttons" :key="name">
        <SiteForm :name="`entry-${name}`" :act="name" :action="`/entries/${place.number}`" @send="act(name)">
          <button
            type="submit"
            class="button"
            :class="{ 'button--plain': quiet(name), 'button--bad': name === 'end' || name === 'drop' }"
            :disabled="sending"
          >
            {{ (name === 'end' || name === 'drop') && sure ? says.endSure : says[`act_${name}`] }}
          </button>
        </SiteForm>
      </template>
      <SiteForm
        v-for="state in hands.states"
        :key="state.id"
        :name="`entry-${state.id}`"
        act="state"
        :action="`/entries/${place.number}`"
        @send="act('state', state.id)"
      >
        <input type="hidden" name="state" :value="state.id" />
        <button type="submit" class="button button--plain" :disabled="sending">
          {{ says.setState({ state: state.label }) }}
        </button>
      </SiteForm>
    </div>
    <SiteForm
      v-if="hands.acts.includes('sendBack')"
      name="entry"
      act="sendBack"
      :action="`/entries/${place.number}`"
      class="form"
      @send="act('sendBack')"
    >
      <FieldFrame id="e-note" :label="says.whyBack" :help="null" :fault="null" :optional="false">
        <textarea
          id="e-note"
          v-model="answers.note"
          class="input"
          name="note"
          rows="3"
          maxlength="2000"
          :aria-describedby="describedBy('e-note', null, null)"
        ></textarea>
      </FieldFrame>
      <button type="submit" class="button button--plain" :disabled="sending">{{ says.act_sendBack }}</button>
    </SiteForm>
  </section>
</template>
