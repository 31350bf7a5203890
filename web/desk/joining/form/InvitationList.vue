<script setup lang="ts">
/** Invitations to a form: made from a list, each with a link that is told once; who has used which. */
import { computed, onBeforeUnmount, ref, watch } from 'vue';
import type { InvitationView } from '../../../../contract';
import KitField from '../../../kit/fields/KitField.vue';
import KitButton from '../../../kit/KitButton.vue';
import KitFile from '../../../kit/KitFile.vue';
import Trouble from '../../../kit/Trouble.vue';
import { calls, troubleOf, type Trouble as Found } from '../../base/calls';
import { useKept } from '../../base/kept';
import { reader } from '../../base/reader';
import { invitationsSay } from './invitations.sentences';
import { downloadTable, readPeople, type Invited } from './people';
import { textOf } from '../../base/textOf';

const says = invitationsSay(reader);
const props = defineProps<{ form: string }>();
const shown = ref<{ total: number; used: number; writes: boolean; invitations: InvitationView[] } | null>(null);
const written = ref(0);
const trouble = ref<Found | null>(null);
const text = ref('');
useKept(() => `invite.${props.form}`, text);
const people = ref<Invited[]>([]);
const links = ref<(Invited & { link: string })[]>([]);
const busy = ref(false);
const fault = ref<string | null>(null);

let timer: ReturnType<typeof setTimeout> | undefined;
onBeforeUnmount(() => clearTimeout(timer));
async function load(): Promise<void> {
  try {
    shown.value = await calls.invitations.invitations({ form: props.form });
    trouble.value = null;
    // A letter that is on its way is looked at again until it has left.
    clearTimeout(timer);
    if (shown.value.invitations.some(({ waits }) => waits)) timer = setTimeout(() => void load(), 2_000);
  } catch (error) {
    trouble.value = troubleOf(error);
  }
}
watch(() => props.form, load, { immediate: true });
watch(text, async (now) => {
  const read = await readPeople(now);
  if (now === text.value) people.value = read;
});
async function fromFile(file: File): Promise<void> {
  text.value = await textOf(file);
}
const reachable = computed(() => people.value.filter(({ mail }) => mail !== '').length);
async function invite(write: boolean): Promise<void> {
  busy.value = true;
  fault.value = null;
  try {
    const made = await calls.invitations.invite({
      form: props.form,
      people: people.value.map((one) => ({ ...one })),
      write,
    });
    links.value = made.links;
    written.value = made.written;
    text.value = '';
    await load();
  } catch (error) {
    const found = troubleOf(error);
    const first = found.faults?.[0];
    fault.value = first
      ? says.wrongLine({ line: Number(first.at) + 1, what: first.label, says: first.says })
      : found.says;
  } finally {
    busy.value = false;
  }
}
async function act(how: 'takeBack' | 'writeAgain', id: string): Promise<void> {
  fault.value = null;
  await calls.invitations[how]({ form: props.form, id }).catch((error: unknown) => {
    fault.value = troubleOf(error).says;
  });
  await load();
}
const takeLinks = () =>
  downloadTable(
    [[says.person, says.mail, says.link], ...links.value.map(({ name, mail, link }) => [name, mail, link])],
    `invitations-${props.form}`,
  );
const more = computed(() => (shown.value ? shown.value.total - shown.value.invitations.length : 0));
</script>

<template>
  <section class="invitations" :aria-label="says.invitations">
    <div class="section-head">
      <h3>{{ says.invitations }}</h3>
      <span v-if="shown" class="section-head__note quiet">{{
        says.usedOf({ used: shown.used, count: shown.total })
      }}</span>
    </div>
    <KitField
      id="invite-people"
      v-model="text"
      kind="longText"
      :label="says.whom"
      :help="says.whomHelp"
      :fault="fault"
      optional
    />
    <div class="invitations__make">
      <KitFile :label="says.fromFile" accept=".csv,text/csv,text/plain" @file="fromFile" />
      <span class="invitations__do">
        <KitButton :disabled="busy || people.length === 0 || people.length > 1000" @click="invite(false)">{{
          says.make({ count: people.length })
        }}</KitButton>
        <KitButton
          v-if="shown?.writes"
          kind="primary"
          :disabled="busy || reachable === 0 || people.length > 1000"
          @click="invite(true)"
          >{{ says.invite({ count: reachable }) }}</KitButton
        >
      </span>
    </div>
    <p v-if="shown && !shown.writes" class="quiet">{{ says.onlyLinks }}</p>
    <p v-else-if="reachable > 0 && people.length > reachable" class="quiet">
      {{ says.withoutMail({ count: people.length - reachable }) }}
    </p>
    <p v-if="written" role="status">{{ says.written({ count: written }) }}</p>
    <div v-if="links.length" class="invitations__links" role="status">
      <p>{{ says.madeOnce({ count: links.length }) }}</p>
      <ul>
        <li v-for="one in links.slice(0, 5)" :key="one.link">
          <b>{{ one.name || one.mail }}</b> <code class="invitations__link">{{ one.link }}</code>
        </li>
      </ul>
      <KitButton @click="takeLinks">{{ says.download({ count: links.length }) }}</KitButton>
    </div>
    <Trouble v-if="trouble" :error="trouble" @again="load" />
    <p v-else-if="shown && shown.total === 0" class="empty">{{ says.none }}</p>
    <ul v-else-if="shown" class="invitations__list">
      <li v-for="one in shown.invitations" :key="one.id">
        <span class="invitations__who"
          ><b>{{ one.name || one.mail }}</b> <span v-if="one.name" class="quiet">{{ one.mail }}</span></span
        >
        <span class="quiet"
          >{{ says.invitedWhen({ when: one.invited })
          }}<template v-if="!one.used"> · {{ one.written ?? says.notWritten }}</template></span
        >
        <RouterLink v-if="one.used" :to="{ path: '/desk/members', query: { person: one.used.member } }">{{
          says.usedWhen({ who: one.used.says })
        }}</RouterLink>
        <span v-else class="invitations__acts">
          <KitButton
            v-if="one.mail && shown.writes"
            kind="link"
            :aria-label="says.writeAgainNamed({ name: one.name || one.mail })"
            @click="act('writeAgain', one.id)"
            >{{ says.writeAgain }}</KitButton
          >
          <KitButton
            kind="link"
            :aria-label="says.takeBackNamed({ name: one.name || one.mail })"
            @click="act('takeBack', one.id)"
            >{{ says.takeBack }}</KitButton
          >
        </span>
      </li>
    </ul>
    <p v-if="more > 0" class="quiet">{{ says.more({ count: more }) }}</p>
  </section>
</template>

<style>
.invitations {
  display: flex;
  flex-direction: column;
  gap: 10px;
}
.invitations__make {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 10px;
}
.invitations__do,
.invitations__acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 14px;
}
.invitations__list {
  margin: 0;
  padding: 0;
  list-style: none;
}
.invitations__list li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 0 12px;
  padding: 6px 0;
  border-bottom: 1px solid var(--rule);
}
.invitations__who {
  grid-column: 1 / -1;
  overflow-wrap: anywhere;
}
.invitations__links {
  padding: 10px 12px;
  border: 1px solid var(--rule2);
  border-radius: 3px;
  background: var(--field);
}
.invitations__links ul {
  margin: 6px 0;
  padding: 0;
  list-style: none;
}
.invitations__link {
  font: inherit;
  overflow-wrap: anywhere;
}
</style>
