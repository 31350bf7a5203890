<script setup lang="ts">
/** An applicant's own page: what was sent, the gate that is open now, and what comes after. */
import { onBeforeUnmount, onMounted } from 'vue';
import type { JoiningView } from '../../../contract';
import { call } from '../calls';
import SiteForm from '../form/SiteForm.vue';
import { useForm } from '../form/useForm';
import GateList from '../GateList.vue';
import { gateParts } from '../gates';
import { useGo } from '../go';
import { fetchPlace } from '../places';
import SiteLink from '../SiteLink.vue';
import { useSite } from '../store';
import KitPicture from '../../kit/KitPicture.vue';
import { useReader } from '../../kit/reader';
import { siteSays } from '../../../contract/site.sentences';

const says = siteSays(useReader());

defineProps<{ place: JoiningView }>();
const site = useSite();
const { sending, trouble, send } = useForm('withdraw', {});
const go = useGo();

/** Comes up to date when the person comes back: the address may have been confirmed on another device. */
async function comeBack(): Promise<void> {
  if (document.visibilityState !== 'visible') return;
  const fetched = await fetchPlace('/joining');
  if ('place' in fetched) site.view = fetched;
}
const cameBack = (): void => void comeBack();
onMounted(() => document.addEventListener('visibilitychange', cameBack));
onBeforeUnmount(() => document.removeEventListener('visibilitychange', cameBack));

const again = useForm('again', {});
async function applyAgain(): Promise<void> {
  if (await again.send(() => call('applyAgain', {}))) await go('/joining');
}

async function withdraw(): Promise<void> {
  if (await send(() => call('withdraw', {}))) await go('/withdrawn');
}
</script>

<template>
  <main class="two two--joining">
    <div>
      <h1 tabindex="-1">{{ place.heading }}</h1>
      <p class="quiet">{{ place.sent }}</p>
      <section v-if="place.outcome" class="call">
        <p class="outcome">{{ place.outcome.says }}</p>
        <SiteLink :to="place.outcome.href" class="button">{{ place.outcome.label }}</SiteLink>
      </section>
      <section v-if="place.again" class="call">
        <p>{{ place.again.says }}</p>
        <SiteForm v-if="place.again.now" name="again" act="again" action="/joining" @send="applyAgain">
          <p v-if="again.trouble.value" class="field__fault" role="alert">{{ again.trouble.value }}</p>
          <button type="submit" class="button" :disabled="again.sending.value">{{ says.applyAgain }}</button>
        </SiteForm>
      </section>
    </div>
    <div class="two__now">
      <component
        :is="gateParts[place.act.kind]"
        v-if="place.act"
        :act="place.act as never"
        v-bind="{ ...(place.further ? { further: place.further } : {}), ...(place.pay ? { pay: place.pay } : {}) }"
      />
      <GateList :title="says.yourWayIn" :gates="place.gates" />
    </div>
    <div>
      <h2>{{ says.whatYouToldUs }}</h2>
      <dl class="answers">
        <div v-for="answer in place.answers" :key="answer.label">
          <dt>{{ answer.label }}</dt>
          <dd>
            <KitPicture v-if="answer.picture" :id="answer.picture" :label="answer.label" /><template v-else>{{
              answer.value
            }}</template>
          </dd>
        </div>
      </dl>
      <details v-if="place.state === 'open'" class="withdraw">
        <summary>{{ says.changedMind }}</summary>
        <SiteForm name="withdraw" act="withdraw" action="/joining" class="withdraw__ask" @send="withdraw">
          <p>{{ says.erasesAll }}</p>
          <p v-if="trouble" class="field__fault" role="alert">{{ trouble }}</p>
          <button type="submit" class="button button--bad" :disabled="sending">{{ says.withdrawAndErase }}</button>
        </SiteForm>
      </details>
    </div>
  </main>
</template>
