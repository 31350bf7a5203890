<script setup lang="ts">
/** Who may send a form: from when until when, by invitation, how many, with which addresses. */
import { computed } from 'vue';
import { VCheckbox } from 'vuetify/components/VCheckbox';
import type { AnyForm } from '../../../../core/forms';
import type { MessageId } from '../../../../core/kernel';
import KitChoice from '../../../kit/fields/KitChoice.vue';
import KitField from '../../../kit/fields/KitField.vue';
import { desk } from '../../base/calls';
import { readyLetters } from '../../../../core/ready';
import { letterFor, readyLetter } from '../../letters/begin';
import { reader } from '../../base/reader';
import { may, useMe } from '../../base/session';
import { typedCount } from '../counts';
import { joiningSays } from '../joining.sentences';
import KitButton from '../../../kit/KitButton.vue';
import LetterChoice from '../../letters/LetterChoice.vue';
import InvitationList from './InvitationList.vue';

const says = joiningSays(reader);
const props = defineProps<{ form: AnyForm; faultAt: (at: string) => string | null }>();
const emit = defineEmits<{ change: [change: Partial<AnyForm>]; write: [letter: string] }>();

const { data: me } = useMe();
const mayInvite = computed(() => Boolean(me.value && may(me.value, desk.invitations.invite)));
const signsUp = computed(() => props.form.purpose.is === 'signup');
function setPlaces(text: string): void {
  if (text.trim() === '') return emit('change', { places: undefined });
  emit('change', { places: { ...props.form.places, count: typedCount(text) } });
}
function setWaiting(on: boolean): void {
  const { places } = props.form;
  if (!places) return;
  if (!on) return emit('change', { places: { count: places.count } });
  const waiting = letterFor({ title: says.waitingTitle, subject: says.waitingSubject, words: says.waitingWords });
  const free = letterFor({ title: says.freeTitle, subject: says.freeSubject, words: says.freeWords });
  emit('change', { places: { ...places, waitingList: { waiting, free } } });
}
function setLetter(name: 'waiting' | 'free', letter: MessageId): void {
  const { places } = props.form;
  if (places?.waitingList)
    emit('change', { places: { ...places, waitingList: { ...places.waitingList, [name]: letter } } });
}
/** Whoever is invited is written to, unless somebody would rather pass the links on. */
const setInvited = (on: boolean): void =>
  emit('change', { invited: on || undefined, inviting: on ? readyLetter(readyLetters.form.inviting) : undefined });
const takes = [
  { title: says.anyAddress, value: 'any' },
  { title: says.onlyThese, value: 'only' },
  { title: says.notThese, value: 'not' },
];
const list = (text: string) =>
  text
    .split(/[\s,;]+/)
    .map((one) => one.replace(/^@/, ''))
    .filter(Boolean);
function setTakes(take: string): void {
  if (take === 'any') return emit('change', { domains: undefined });
  emit('change', { domains: { take: take as 'only', list: props.form.domains?.list ?? ['quillmoor.example'] } });
}
const domainFault = computed(
  () =>
    props.faultAt('domains.list') ??
    props.form.domains?.list.map((_, at) => props.faultAt(`domains.list.${at}`)).find(Boolean) ??
    null,
);
</script>

<template>
  <div class="fieldset">
    <div class="fieldset__two">
      <KitField
        id="form-opens"
        kind="date"
        optional
        :model-value="form.opens ?? ''"
        :label="says.opensOn"
        :fault="faultAt('opens')"
        @update:model-value="emit('change', { opens: $event || undefined })"
      />
      <KitField
        id="form-closes"
        kind="date"
        optional
        :model-value="form.closes ?? ''"
        :label="says.lastDay"
        :fault="faultAt('closes')"
        @update:model-value="emit('change', { closes: $event || undefined })"
      />
    </div>
    <template v-if="signsUp">
      <div class="fieldset__two">
        <KitField
          id="form-places"
          kind="number"
          optional
          :model-value="form.places ? String(form.places.count) : ''"
          :label="says.places"
          :help="says.placesHelp"
          :fault="faultAt('places.count')"
          @update:model-value="setPlaces"
        />
        <VCheckbox
          v-if="form.places"
          class="kit-tick"
          :label="says.waitingList"
          :model-value="Boolean(form.places.waitingList)"
          @update:model-value="setWaiting($event === true)"
        />
      </div>
      <div v-if="form.places?.waitingList" class="fieldset__two">
        <LetterChoice
          :model-value="form.places.waitingList.waiting"
          :label="says.letterWaiting"
          @update:model-value="setLetter('waiting', $event!)"
          @write="emit('write', $event)"
        />
        <LetterChoice
          :model-value="form.places.waitingList.free"
          :label="says.letterFree"
          @update:model-value="setLetter('free', $event!)"
          @write="emit('write', $event)"
        />
      </div>
      <div class="fieldset__two">
        <KitChoice
          :model-value="form.domains?.take ?? 'any'"
          :label="says.addresses"
          :items="takes"
          @update:model-value="setTakes"
        />
        <KitField
          v-if="form.domains"
          id="form-domains"
          :model-value="form.domains.list.join(', ')"
          :label="says.domains"
          :help="says.domainsHelp"
          :fault="domainFault"
          @update:model-value="emit('change', { domains: { take: form.domains!.take, list: list($event) } })"
        />
      </div>
      <VCheckbox
        class="kit-tick"
        :label="says.invitedOnly"
        :model-value="form.invited ?? false"
        @update:model-value="setInvited($event === true)"
      />
      <template v-if="form.invited">
        <LetterChoice
          v-if="form.inviting"
          :model-value="form.inviting"
          :label="says.letterInviting"
          @update:model-value="emit('change', { inviting: $event })"
          @write="emit('write', $event)"
        />
        <!-- A form from before the site wrote to whoever is invited. -->
        <p v-else>
          <KitButton kind="link" @click="setInvited(true)">{{ says.addInviting }}</KitButton>
        </p>
        <InvitationList v-if="mayInvite" :form="form.id" />
        <p v-else class="quiet">{{ says.othersInvite }}</p>
      </template>
    </template>
  </div>
</template>
