<script setup lang="ts">
/** The list of people as a ledger. Headings sort; a row opens its sheet. */
import { computed } from 'vue';
import type { MemberRow, MemberSort } from '../../../contract';
import StandingMark from '../../kit/StandingMark.vue';
import Trouble from '../../kit/Trouble.vue';
import Waiting from '../../kit/Waiting.vue';

const props = defineProps<{
  rows: MemberRow[];
  loading: boolean;
  error: unknown;
  chosen: string | null;
  sort: MemberSort;
  filtered: boolean;
}>();
const emit = defineEmits<{ open: [id: string]; again: []; sort: [sort: MemberSort]; clear: [] }>();

const sortName: Record<MemberSort, string> = { name: 'Name, A to Z', newest: 'Name', oldest: 'Name', seen: 'Name' };
const joinedName: Record<MemberSort, string> = { name: 'Joined', newest: 'Joined, newest', oldest: 'Joined, oldest', seen: 'Joined' };
const aria = (on: boolean, down: boolean) => (on ? (down ? 'descending' : 'ascending') : undefined);
const joinedDown = computed(() => props.sort === 'newest');
</script>

<template>
  <Trouble v-if="error && rows.length === 0" :error="error" @again="emit('again')" />
  <Waiting v-else-if="loading && rows.length === 0" :rows="12" label="The list is on its way" />
  <p v-else-if="rows.length === 0" class="empty">
    <template v-if="filtered">Nobody fits. <button type="button" class="linklike" @click="emit('clear')">Show everyone</button></template>
    <template v-else>Everybody who signs up stands here. The signup form is the way in.</template>
  </p>
  <div v-else class="members__scroll" tabindex="0" role="region" aria-label="The list of people">
    <table class="ledger">
      <thead>
        <tr>
          <th scope="col" :aria-sort="aria(sort === 'name', false)"><button type="button" class="ledger__sort" :class="{ on: sort === 'name' }" @click="emit('sort', 'name')">{{ sortName[sort] }}</button></th>
          <th scope="col">Standing</th>
          <th scope="col">Level</th>
          <th scope="col" class="wide">Groups</th>
          <th scope="col" class="wide" :aria-sort="aria(sort === 'newest' || sort === 'oldest', joinedDown)">
            <button type="button" class="ledger__sort" :class="{ on: sort === 'newest' || sort === 'oldest' }" @click="emit('sort', joinedDown ? 'oldest' : 'newest')">{{ joinedName[sort] }}</button>
          </th>
          <th scope="col" class="wide">Until</th>
          <th scope="col" class="wide" :aria-sort="aria(sort === 'seen', true)"><button type="button" class="ledger__sort" :class="{ on: sort === 'seen' }" @click="emit('sort', 'seen')">Last seen</button></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.id" data-member :class="{ chosen: row.id === chosen }" @click="emit('open', row.id)">
          <td><button type="button" class="ledger__open" :aria-expanded="row.id === chosen" @click.stop="emit('open', row.id)">{{ row.name }}</button></td>
          <td><StandingMark :standing="row.standing" /></td>
          <td>{{ row.level ?? '–' }}</td>
          <td class="wide">{{ row.groups ?? '–' }}</td>
          <td class="wide">{{ row.joined }}</td>
          <td class="wide">{{ row.until }}</td>
          <td class="wide quiet">{{ row.seen }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>
