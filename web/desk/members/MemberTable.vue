<script setup lang="ts">
/** The list of people as a ledger. Headings sort, a second time the other way; a row opens its sheet. */
import type { MemberRow, MemberSort } from '../../../contract';
import StandingMark from '../../kit/StandingMark.vue';
import Trouble from '../../kit/Trouble.vue';
import Waiting from '../../kit/Waiting.vue';

defineProps<{
  rows: MemberRow[];
  loading: boolean;
  error: unknown;
  chosen: string | null;
  sort: MemberSort;
  filtered: boolean;
}>();
const emit = defineEmits<{ open: [id: string]; again: []; sort: [sort: MemberSort]; clear: [] }>();

/** Each heading that sorts: its two ways, the usual first, and what each is called. */
const sorts = {
  name: { ways: ['name', 'nameDown'], says: { name: 'Name, A to Z', nameDown: 'Name, Z to A' } },
  joined: { ways: ['newest', 'oldest'], says: { newest: 'Joined, newest', oldest: 'Joined, oldest' } },
  seen: { ways: ['seen', 'unseen'], says: { seen: 'Seen, latest', unseen: 'Seen, longest ago' } },
} as const satisfies Record<
  string,
  { ways: readonly [MemberSort, MemberSort]; says: Partial<Record<MemberSort, string>> }
>;
type Heading = keyof typeof sorts;
const plain: Record<Heading, string> = { name: 'Name', joined: 'Joined', seen: 'Last seen' };
const downs: readonly MemberSort[] = ['nameDown', 'newest', 'seen'];

const isOn = (heading: Heading, sort: MemberSort): boolean => (sorts[heading].ways as readonly string[]).includes(sort);
const says = (heading: Heading, sort: MemberSort): string =>
  (sorts[heading].says as Partial<Record<MemberSort, string>>)[sort] ?? plain[heading];
const aria = (heading: Heading, sort: MemberSort) =>
  isOn(heading, sort) ? (downs.includes(sort) ? 'descending' : 'ascending') : undefined;
const next = (heading: Heading, sort: MemberSort): MemberSort => {
  const [usual, other] = sorts[heading].ways;
  return sort === usual ? other : usual;
};
</script>

<template>
  <Trouble v-if="error && rows.length === 0" :error="error" @again="emit('again')" />
  <Waiting v-else-if="loading && rows.length === 0" :rows="12" label="The list is on its way" />
  <p v-else-if="rows.length === 0" class="empty">
    <template v-if="filtered">
      Nobody fits. <button type="button" class="linklike" @click="emit('clear')">Show everyone</button>
    </template>
    <template v-else>Everybody who signs up stands here. The signup form is the way in.</template>
  </p>
  <div v-else class="members__scroll" tabindex="0" role="region" aria-label="The list of people">
    <table class="ledger">
      <thead>
        <tr>
          <th scope="col" :aria-sort="aria('name', sort)">
            <button
              type="button"
              class="ledger__sort"
              :class="{ on: isOn('name', sort) }"
              @click="emit('sort', next('name', sort))"
            >
              {{ says('name', sort) }}
            </button>
          </th>
          <th scope="col">Standing</th>
          <th scope="col">Level</th>
          <th scope="col" class="wide">Groups</th>
          <th scope="col" class="wide" :aria-sort="aria('joined', sort)">
            <button
              type="button"
              class="ledger__sort"
              :class="{ on: isOn('joined', sort) }"
              @click="emit('sort', next('joined', sort))"
            >
              {{ says('joined', sort) }}
            </button>
          </th>
          <th scope="col" class="wide">Until</th>
          <th scope="col" class="wide" :aria-sort="aria('seen', sort)">
            <button
              type="button"
              class="ledger__sort"
              :class="{ on: isOn('seen', sort) }"
              @click="emit('sort', next('seen', sort))"
            >
              {{ says('seen', sort) }}
            </button>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="row in rows"
          :key="row.id"
          data-member
          :data-person="row.id"
          :class="{ chosen: row.id === chosen }"
          @click="emit('open', row.id)"
        >
          <td>
            <button
              type="button"
              class="ledger__open"
              :aria-expanded="row.id === chosen"
              @click.stop="emit('open', row.id)"
            >
              <bdi>{{ row.name }}</bdi>
            </button>
          </td>
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
