<script setup lang="ts">
/** The gate Payment: what is to be paid, and how. */
import type { PayView } from '../../../contract';
import type { GateSight } from '../../../core/joining/gates';
import PayForm from '../form/PayForm.vue';
import { useReader } from '../../kit/reader';
import { siteSays } from '../../../contract/site.sentences';

const says = siteSays(useReader());

defineProps<{ act: Extract<GateSight, { kind: 'payment' }>; pay?: PayView | null }>();
</script>

<template>
  <section class="act act--pay">
    <h2>{{ says.chooseAndPay }}</h2>
    <p>{{ act.says }}</p>
    <p v-if="act.refused" class="field__fault" role="alert">{{ says.lastCard({ reason: act.refused }) }}</p>
    <PayForm v-if="pay" :pay="pay" />
  </section>
</template>
