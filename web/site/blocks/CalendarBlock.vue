<script setup lang="ts">
/** A year of work: rows of months, some of them marked. */
import type { BlockView } from '../../../contract';

defineProps<{ block: Extract<BlockView, { kind: 'calendar' }> }>();
</script>

<template>
  <table class="calendar">
    <caption>
      {{
        block.title
      }}
    </caption>
    <thead>
      <tr>
        <td></td>
        <th v-for="month in block.months" :key="month" scope="col">{{ month }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in block.rows" :key="row.label">
        <th scope="row">{{ row.label }}</th>
        <td v-for="(month, at) in block.months" :key="month" :class="{ marked: row.marked.includes(at) }">
          <span class="unseen">{{ row.marked.includes(at) ? 'yes' : 'no' }}</span>
        </td>
      </tr>
    </tbody>
  </table>
</template>
