<script setup lang="ts">
/** The gate Complete profile: a further form, sent from here. */
import type { ShownForm } from '../../../contract';
import type { GateSight } from '../../../core/joining/gates';
import { call } from '../calls';
import KnownForm from '../form/KnownForm.vue';
import { useGo } from '../go';
import { useReader } from '../../kit/reader';
import { siteSays } from '../../../contract/site.sentences';

const says = siteSays(useReader());

defineProps<{ act: Extract<GateSight, { kind: 'completeProfile' }>; further: ShownForm | null }>();
const go = useGo();

async function send(answers: Record<string, string>): Promise<void> {
  await call('complete', { answers });
  await go('/joining', says.thanksForm);
}
</script>

<template>
  <section class="act">
    <h2>{{ further?.title ?? says.withUs }}</h2>
    <p>{{ act.says }}</p>
    <template v-if="further">
      <p v-if="further.intro" class="quiet">{{ further.intro }}</p>
      <KnownForm :view="further" action="/joining" act="form" :send="send" />
    </template>
  </section>
</template>
