<script setup lang="ts">
/** A signup form beside the gates it leads through. */
import { onMounted, reactive, ref } from 'vue';
import type { PlaceView } from '../../../contract';
import FieldFrame from '../../kit/fields/FieldFrame.vue';
import FaultList from '../FaultList.vue';
import GateList from '../GateList.vue';
import SiteInput from '../SiteInput.vue';
import { useSend } from '../useSend';
import { useRouter } from 'vue-router';

const props = defineProps<{ place: Extract<PlaceView, { kind: 'join' }> }>();
const answers = reactive<Record<string, unknown>>({});
const website = ref('');
const { sending, faults, trouble, faultOf, send } = useSend();
const router = useRouter();
let once = '';
let opened = 0;

onMounted(() => {
  once = crypto.randomUUID();
  opened = performance.now();
});

async function submit(): Promise<void> {
  await send(async () => {
    const { calls } = await import('../calls');
    const { next } = await calls.join({
      form: props.place.form,
      once,
      answers: JSON.parse(JSON.stringify(answers)) as Record<string, string>,
      website: website.value,
      took: performance.now() - opened,
    });
    await router.push(next);
  });
}
</script>

<template>
  <div class="two">
    <main>
      <h1 tabindex="-1">{{ place.title }}</h1>
      <p class="quiet">{{ place.intro }}</p>
      <form class="form" novalidate :aria-busy="sending" @submit.prevent="submit">
        <FaultList :faults="faults" :trouble="trouble" prefix="f-" />
        <div class="form__grid">
          <template v-for="item in place.questions" :key="item.name">
            <h2 v-if="item.input.kind === 'heading'" class="form__wide">{{ item.label }}</h2>
            <FieldFrame
              v-else
              :id="`f-${item.name}`"
              :label="item.input.kind === 'agreement' ? 'Our rules' : item.label"
              :help="item.help"
              :fault="faultOf(item.name)"
              :optional="!item.required"
              :group="item.input.kind === 'severalChoices' || item.input.kind === 'agreement' || item.input.kind === 'yesNo'"
              :class="{ form__wide: !item.half }"
            >
              <ul v-if="item.input.kind === 'agreement'" class="points points--small"><li v-for="line in item.input.text" :key="line">{{ line }}</li></ul>
              <SiteInput
                :id="`f-${item.name}`"
                v-model="answers[item.name]"
                :input="item.input"
                :label="item.label"
                :required="item.required"
                :bad="faultOf(item.name) !== null"
                :described="faultOf(item.name) !== null || !!item.help"
              />
            </FieldFrame>
          </template>
        </div>
        <div class="trap" aria-hidden="true">
          <label for="f-website">Leave this empty</label>
          <input id="f-website" v-model="website" name="website" tabindex="-1" autocomplete="off" />
        </div>
        <div class="form__send">
          <button class="button" type="submit" :disabled="sending">{{ sending ? 'Sending…' : place.sendLabel }}</button>
          <p v-if="place.sendNote" class="quiet">{{ place.sendNote }}</p>
        </div>
      </form>
    </main>
    <aside aria-label="How joining goes"><GateList title="How joining goes" :gates="place.gates" /></aside>
  </div>
</template>
