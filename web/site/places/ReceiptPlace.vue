<script setup lang="ts">
/** A receipt as it was issued. */
import type { PlaceView } from '../../../contract';
import { useReader } from '../../kit/reader';
import { siteSays } from '../../../contract/site.sentences';

const says = siteSays(useReader());
defineProps<{ place: Extract<PlaceView, { kind: 'receipt' }> }>();
</script>

<template>
  <main class="narrow receipt">
    <h1 tabindex="-1">{{ place.title }}</h1>
    <p class="quiet">{{ place.receipt.from }}, {{ place.receipt.date }}</p>
    <p>
      <span v-for="line in place.receipt.to" :key="line" class="receipt__to">{{ line }}</span>
    </p>
    <dl class="pay__bill receipt__lines">
      <div v-for="line in place.receipt.lines" :key="line.label">
        <dt>
          {{ line.label }}<span v-if="line.note" class="quiet">{{ line.note }}</span>
        </dt>
        <dd>{{ line.amount }}</dd>
      </div>
    </dl>
    <p class="pay__total">
      <span>{{ says.inAll }}</span><b>{{ place.receipt.total }}</b>
    </p>
    <p v-for="note in place.receipt.notes" :key="note" class="quiet">{{ note }}</p>
    <p class="receipt__act">
      <a class="button button--plain" :href="`/receipts/${place.receipt.number}.pdf`">{{ says.printIt }}</a>
    </p>
  </main>
</template>
