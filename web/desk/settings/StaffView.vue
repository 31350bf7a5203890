<script setup lang="ts">
/** Who works at the desk: each with what they may do in words; invited by mail, and let go. */
import { computed, ref } from 'vue';
import { useQuery } from '@pinia/colada';
import { StaffPart, type ColleagueView } from '../../../contract';
import KitField from '../../kit/fields/KitField.vue';
import KitTicks from '../../kit/fields/KitTicks.vue';
import KitButton from '../../kit/KitButton.vue';
import Trouble from '../../kit/Trouble.vue';
import Waiting from '../../kit/Waiting.vue';
import { calls, desk, troubleOf } from '../base/calls';
import { useNotice } from '../base/notice';
import { reader } from '../base/reader';
import { may, useMe } from '../base/session';
import { staffSays } from './staff.sentences';

const says = staffSays(reader);
const notice = useNotice();
const { data: me } = useMe();
const { data, error, refetch } = useQuery({ key: ['team'], query: () => calls.team.team({}) });
const mayChange = computed(() => Boolean(me.value && may(me.value, desk.team.inviteStaff)));
const changed = ref<ColleagueView[] | null>(null);
const staff = computed(() => changed.value ?? data.value?.staff ?? null);
const parts = StaffPart.options.map((part) => ({ title: says[`${part}May`], value: part }));
const partsOf = (one: ColleagueView) => one.parts.map((part) => says[part]).join(', ');

/** Whose parts are chosen anew, and who is about to be let go. */
const open = ref<string | null>(null);
const chosen = ref<StaffPart[]>([]);
const leaving = ref<string | null>(null);
const inviting = ref(false);
const fresh = ref({ name: '', mail: '', parts: [] as StaffPart[] });
const faults = ref<readonly { at: string; says: string }[]>([]);
const trouble = ref<string | null>(null);
const faultAt = (at: string) => faults.value.find((fault) => fault.at === at)?.says ?? null;

async function act(work: () => Promise<{ staff: ColleagueView[] }>, tell: string): Promise<boolean> {
  faults.value = [];
  trouble.value = null;
  try {
    changed.value = (await work()).staff;
    notice.tell(tell);
    return true;
  } catch (wrong) {
    const found = troubleOf(wrong);
    faults.value = found.faults ?? [];
    trouble.value = found.faults ? null : found.says;
    return false;
  }
}
async function invite(): Promise<void> {
  const { name, mail, parts: given } = fresh.value;
  const done = await act(
    () => calls.team.inviteStaff({ name, mail, parts: [...given] }),
    says.isInvited({ name, mail }),
  );
  if (!done) return;
  fresh.value = { name: '', mail: '', parts: [] };
  inviting.value = false;
}
function choose(one: ColleagueView): void {
  open.value = open.value === one.id ? null : one.id;
  chosen.value = [...one.parts];
  leaving.value = null;
  trouble.value = null;
}
async function keep({ id, name }: ColleagueView): Promise<void> {
  const done = await act(() => calls.team.setParts({ id, parts: [...chosen.value] }), says.partsKept({ name }));
  if (done) open.value = null;
}
async function letGo({ id, name }: ColleagueView): Promise<void> {
  if (await act(() => calls.team.removeStaff({ id }), says.isGone({ name }))) open.value = null;
  // Refused: the reason stands there, and the question is answered.
  leaving.value = null;
}
const again = ({ id, name, mail }: ColleagueView) =>
  act(() => calls.team.inviteAgain({ id }), says.isInvited({ name, mail }));
</script>

<template>
  <section class="settings" :aria-label="says.staff">
    <Trouble v-if="error && !staff" :error="error" @again="refetch()" />
    <Waiting v-else-if="!staff" :rows="5" />
    <div v-else class="team">
      <div class="section-head">
        <h2>{{ says.staff }}</h2>
        <KitButton
          v-if="mayChange"
          class="section-head__note"
          :aria-expanded="inviting"
          @click="inviting = !inviting"
          >{{ says.invite }}</KitButton
        >
      </div>
      <p v-if="!mayChange" class="quiet">{{ says.ownerChanges }}</p>
      <form v-if="inviting" class="gate-panel fieldset" @submit.prevent="invite">
        <div class="fieldset__two">
          <KitField id="staff-name" v-model="fresh.name" :label="says.name" :fault="faultAt('name')" />
          <KitField id="staff-mail" v-model="fresh.mail" kind="mail" :label="says.mail" :fault="faultAt('mail')" />
        </div>
        <KitTicks
          :model-value="fresh.parts"
          :label="says.whatTheyMay"
          :items="parts"
          :fault="faultAt('parts')"
          @update:model-value="fresh.parts = $event as StaffPart[]"
        />
        <p v-if="trouble" class="field__fault" role="alert">{{ trouble }}</p>
        <p class="quiet">{{ says.inviteHelp }}</p>
        <div class="fieldset__foot">
          <KitButton kind="primary" type="submit">{{ says.sendInvitation }}</KitButton>
        </div>
      </form>
      <ul class="team__list">
        <li v-for="one in staff" :key="one.id" class="team__one">
          <div class="team__line">
            <span class="team__name"
              ><b>{{ one.name }}</b> <span class="quiet">{{ one.you ? says.you : one.mail }}</span></span
            >
            <span>{{ partsOf(one) }}</span>
            <span class="quiet">{{
              one.invited ? says.invitedOn({ date: one.since }) : says.since({ date: one.since })
            }}</span>
            <KitButton
              v-if="mayChange"
              kind="link"
              :aria-label="says.changeNamed({ name: one.name })"
              :aria-expanded="open === one.id"
              @click="choose(one)"
              >{{ says.change }}</KitButton
            >
          </div>
          <div v-if="open === one.id" class="gate-panel fieldset">
            <KitTicks
              :model-value="chosen"
              :label="says.whatTheyMay"
              :items="parts"
              :fault="faultAt('parts')"
              @update:model-value="chosen = $event as StaffPart[]"
            />
            <p v-if="trouble" class="field__fault" role="alert">{{ trouble }}</p>
            <div class="fieldset__foot">
              <span class="fieldset__end">
                <KitButton kind="primary" @click="keep(one)">{{ says.keep }}</KitButton>
                <KitButton v-if="one.invited" @click="again(one)">{{ says.inviteAgain }}</KitButton>
              </span>
              <span v-if="leaving === one.id" class="fieldset__end">
                <span>{{ one.you ? says.sureYou : says.sure({ name: one.name }) }}</span>
                <KitButton kind="danger" @click="letGo(one)">{{ says.yesLetGo }}</KitButton>
                <KitButton @click="leaving = null">{{ says.cancel }}</KitButton>
              </span>
              <KitButton v-else kind="danger" @click="leaving = one.id">{{
                one.you ? says.leave : says.letGo
              }}</KitButton>
            </div>
          </div>
        </li>
      </ul>
    </div>
  </section>
</template>

<style src="./settings.css"></style>
<style src="./team.css"></style>
