<script setup lang="ts">
/** A signup form beside the gates it leads through. */
import { watch } from 'vue';
import { useRouter } from 'vue-router';
import type { PlaceView } from '../../../contract';
import FieldFrame, { describedBy } from '../../kit/fields/FieldFrame.vue';
import { call } from '../calls';
import { blankOf, isGroup } from '../form/blank';
import FaultList from '../form/FaultList.vue';
import SiteForm from '../form/SiteForm.vue';
import SiteInput from '../form/SiteInput.vue';
import { useForm } from '../form/useForm';
import GateList from '../GateList.vue';
import { useSite } from '../store';
import { useReader } from '../../kit/reader';
import { siteSays } from '../site.sentences';

const says = siteSays(useReader());

const props = defineProps<{ place: Extract<PlaceView, { kind: 'join' }> }>();
const blank = Object.fromEntries(props.place.questions.map(({ name, input }) => [name, blankOf(input.kind)]));
const { answers, sending, faults, trouble, faultOf, send, mend } = useForm(
  `join-${props.place.form}`,
  { ...blank, website: '' } as Record<string, unknown>,
  ['password'],
);
const router = useRouter();
const site = useSite();

async function submit(): Promise<void> {
  await send(async () => {
    const { website, opened: _, ...given } = answers;
    const { next = '/joining' } = await call('join', {
      form: props.place.form,
      once: props.place.once,
      answers: JSON.parse(JSON.stringify(given)) as Record<string, string>,
      website: String(website),
      // As long as the site has been open in this tab: somebody who comes back to what is kept has only to send it.
      took: performance.now(),
    });
    await router.push(next);
  });
}

/** A fault goes as soon as its answer is right. */
watch(answers, async () => {
  if (faults.value.length === 0) return;
  const check = await import('../form/check').catch(() => null);
  if (!check) return;
  for (const question of props.place.questions)
    if (faultOf(question.name) && check.isRight(question, answers[question.name])) mend(question.name);
});
</script>

<template>
  <div class="two">
    <main>
      <h1 tabindex="-1">{{ place.title }}</h1>
      <p class="quiet">{{ place.intro }}</p>
      <SiteForm :name="`join-${place.form}`" class="form" :aria-busy="sending" @send="submit">
        <FaultList :faults="faults" :trouble="trouble" prefix="f-" />
        <div class="form__grid">
          <template v-for="item in place.questions" :key="item.name">
            <h2 v-if="item.input.kind === 'heading'" class="form__wide">{{ item.label }}</h2>
            <FieldFrame
              v-else
              :id="`f-${item.name}`"
              :label="item.label"
              :help="item.help"
              :fault="faultOf(item.name)"
              :optional="!item.required"
              :group="isGroup(item.input.kind)"
              :class="{ form__wide: !item.half }"
            >
              <ul v-if="item.input.kind === 'agreement'" class="points points--small">
                <li v-for="line in item.input.text" :key="line">{{ line }}</li>
              </ul>
              <SiteInput
                :id="`f-${item.name}`"
                v-model="answers[item.name]"
                :name="item.name"
                :input="item.input"
                :label="item.label"
                :required="item.required"
                :bad="faultOf(item.name) !== null"
                :described="
                  isGroup(item.input.kind) ? undefined : describedBy(`f-${item.name}`, faultOf(item.name), item.help)
                "
              />
            </FieldFrame>
          </template>
        </div>
        <div class="trap" aria-hidden="true">
          <label for="f-website">{{ says.leaveThisEmpty }}</label>
          <input id="f-website" v-model="answers['website']" name="website" tabindex="-1" autocomplete="off" />
        </div>
        <input type="hidden" name="once" :value="place.once" />
        <input type="hidden" name="opened" :value="site.view?.attempt?.typed['opened'] ?? place.opened" />
        <div class="form__send">
          <button class="button" type="submit" :disabled="sending">{{ sending ? 'Sending…' : place.sendLabel }}</button>
          <p v-if="place.sendNote" class="quiet">{{ place.sendNote }}</p>
        </div>
      </SiteForm>
    </main>
    <aside :aria-label="says.howJoiningGoes"><GateList :title="says.howJoiningGoes" :gates="place.gates" /></aside>
  </div>
</template>
