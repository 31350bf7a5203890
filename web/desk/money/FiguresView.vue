<script setup lang="ts">
/** Charts with their numbers beside them, and whether the books balance. */
import { useQuery, useQueryCache } from '@pinia/colada';
import KitButton from '../../kit/KitButton.vue';
import Trouble from '../../kit/Trouble.vue';
import Waiting from '../../kit/Waiting.vue';
import { calls } from '../base/calls';
import { reader } from '../base/reader';
import { useSending } from '../base/sending';
import MoneyChart from './MoneyChart.vue';
import { deskMoneySays } from './money.sentences';

const says = deskMoneySays(reader);
const tables = useQuery({ key: ['money', 'tables'], query: () => calls.money.tables({}) });
const books = useQuery({ key: ['books'], query: () => calls.money.books({}) });
const cache = useQueryCache();
const { busy, trouble, send } = useSending();
/** Everything is read anew, and what was known of it is replaced. */
async function check(): Promise<void> {
  const found = await send((sent) => calls.money.books({ anew: 'yes' }, sent));
  if (found) cache.setQueryData(['books'], found);
}
</script>

<template>
  <div class="figures">
    <section id="books" :aria-label="says.books">
      <div class="section-head">
        <h2>{{ says.books }}</h2>
        <KitButton kind="link" :disabled="busy" @click="check">{{ says.checkAgain }}</KitButton>
        <span v-if="books.data.value" class="section-head__note quiet">{{ books.data.value.checked }}</span>
      </div>
      <p v-if="trouble" class="field__fault" role="alert">{{ trouble }}</p>
      <Trouble v-if="books.error.value" :error="books.error.value" @again="books.refetch()" />
      <Waiting v-else-if="!books.data.value" :rows="2" />
      <template v-else>
        <p role="status" :class="{ 'money__books--bad': !books.data.value.balance }">{{ books.data.value.says }}</p>
        <ul v-if="books.data.value.faults.length">
          <li v-for="fault in books.data.value.faults" :key="fault">{{ fault }}</li>
        </ul>
        <dl class="figures__accounts">
          <div v-for="one in books.data.value.accounts" :key="one.account">
            <dt>{{ one.label }}</dt>
            <dd>{{ one.amount }}</dd>
          </div>
        </dl>
      </template>
    </section>
    <Trouble v-if="tables.error.value" :error="tables.error.value" @again="tables.refetch()" />
    <Waiting v-else-if="!tables.data.value" :rows="10" />
    <section v-for="table in tables.data.value?.tables ?? []" :key="table.title" :aria-label="table.title">
      <div class="section-head">
        <h2>{{ table.title }}</h2>
        <span class="section-head__note quiet">{{ table.about }}</span>
      </div>
      <MoneyChart :title="table.title" :chart="table.chart" />
      <div class="figures__wide" tabindex="0" role="region" :aria-label="table.title">
        <table>
          <thead>
            <tr>
              <th scope="col"></th>
              <th v-for="column in table.columns" :key="column" scope="col">{{ column }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in table.rows" :key="row.label" :class="{ figures__strong: row.strong }">
              <th scope="row">{{ row.label }}</th>
              <td v-for="(text, n) in row.texts" :key="n">{{ text }}</td>
            </tr>
          </tbody>
        </table>
      </div>
    </section>
  </div>
</template>

<style src="./money.css"></style>
