<script setup lang="ts">
/** Whom a door lets in: how many, of which level, what publishing it changes, and who they are. */
import { computed } from 'vue';
import type { DoorView } from '../../../contract';
import type { Rule } from '../../../core/doors';
import type { DoorList } from '../../../core/insight';
import KitButton from '../../kit/KitButton.vue';
import KitToggle from '../../kit/KitToggle.vue';
import StandingMark from '../../kit/StandingMark.vue';
import Trouble from '../../kit/Trouble.vue';
import Waiting from '../../kit/Waiting.vue';
import { listed, sayNumber } from '../../../core/kernel';
import { reader } from '../base/reader';
import { doorsSay } from './doors.sentences';

const says = doorsSay(reader);
const props = defineProps<{
  data: DoorView | undefined;
  error: unknown;
  /** What is asked in all, where the list of members can be asked the same: by what is live, today. */
  rule: Rule | null;
}>();
const members = computed(() => {
  const where = props.rule && JSON.stringify({ all: [props.rule] });
  // Longer than an address may be.
  return where && where.length <= 4_000 ? `/desk/members?where=${encodeURIComponent(where)}` : null;
});
const list = defineModel<DoorList | null>('list', { required: true });
defineEmits<{ again: [] }>();
/** So many kinds are told apart; the rest together would tell nothing. */
const KINDS = 4;
const byLevel = computed(() =>
  listed(
    (props.data?.levels ?? []).slice(0, KINDS).map(({ title, count }) => says.insideOf({ count, level: title })),
    reader,
  ),
);
const share = computed(() => {
  const { inside = 0, outside = 0 } = props.data ?? {};
  return inside + outside ? (inside / (inside + outside)) * 100 : 0;
});
const impact = computed(() => {
  const change = props.data?.change;
  if (!change || change.letIn + change.shutOut === 0) return null;
  const { letIn, shutOut } = change;
  if (shutOut === 0) return says.letsIn({ count: letIn });
  return letIn === 0 ? says.shutsOut({ count: shutOut }) : says.letsAndShuts({ letsIn: letIn, shutsOut: shutOut });
});
const lists = computed((): readonly DoorList[] =>
  impact.value ? ['inside', 'outside', 'letIn', 'shutOut'] : ['inside', 'outside'],
);
const names: Record<DoorList, string> = {
  inside: says.inside,
  outside: says.outsideList,
  letIn: says.letInList,
  shutOut: says.shutOutList,
};
const changed = computed((): DoorList => (props.data?.change?.letIn ? 'letIn' : 'shutOut'));
</script>

<template>
  <section class="who" :aria-label="says.whoGetsIn">
    <header class="who__head">
      <h3>{{ says.whoGetsIn }}</h3>
      <KitButton kind="link" :aria-expanded="list !== null" @click="list = list ? null : 'inside'">{{
        list ? says.hideList : says.listThem
      }}</KitButton>
    </header>
    <Trouble v-if="error && !data" :error="error" @again="$emit('again')" />
    <Waiting v-else-if="!data" :rows="2" />
    <template v-else>
      <div class="who__count" role="status">
        <b class="who__number">{{ sayNumber(data.inside, reader) }}</b>
        <div class="who__rest">
          <svg class="who__bar" viewBox="0 0 100 12" preserveAspectRatio="none" aria-hidden="true">
            <rect class="who__in" x="0" y="0" :width="share" height="12" />
          </svg>
          <p>
            <span>{{ byLevel }}</span><span class="quiet">{{ says.outside({ count: data.outside }) }}</span>
          </p>
        </div>
      </div>
      <p class="who__visitors">
        <b>{{ data.visitors ? says.visitorsIn : says.visitorsShut }}</b>
        <span v-if="data.visitorsBefore !== null && data.visitorsBefore !== data.visitors" class="quiet">{{
          data.visitorsBefore ? says.visitorsWereIn : says.visitorsWereShut
        }}</span>
      </p>
      <p v-if="impact" class="who__impact">
        <b>{{ impact }}</b>
        <KitButton kind="link" @click="list = changed">{{
          says.seeThem({ count: data.change!.letIn + data.change!.shutOut })
        }}</KitButton>
      </p>
      <div v-if="list" class="who__list">
        <KitToggle :model-value="list" :label="says.theList" :choices="lists" @update:model-value="list = $event">
          <template #default="{ choice }">{{ names[choice] }}</template>
        </KitToggle>
        <ul v-if="data.people?.rows.length" :aria-label="names[list]">
          <li v-for="person in data.people.rows" :key="person.id">
            <RouterLink :to="`/desk/members?person=${person.id}`"
              ><bdi>{{ person.name }}</bdi></RouterLink
            >
            <StandingMark :standing="person.standing" />
          </li>
        </ul>
        <p v-else-if="data.people" class="quiet">{{ says.nobodyHere }}</p>
        <p v-if="list === 'inside' && members && data.people?.rows.length">
          <RouterLink :to="members">{{ says.inMembers }}</RouterLink>
        </p>
        <p v-if="data.people && data.people.count > data.people.rows.length" class="quiet">
          {{ says.moreNames({ count: data.people.count - data.people.rows.length }) }}
        </p>
      </div>
      <p class="quiet">
        {{ says.asOf({ day: data.day }) }}
        {{ data.change ? says.publishedNow({ says: data.change.says, count: data.change.before }) : says.notLive }}
      </p>
    </template>
  </section>
</template>

<style>
.who {
  margin-top: 20px;
}
.who__head {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
  padding-bottom: 4px;
  border-bottom: 1px solid var(--ink);
}
.who__count {
  display: flex;
  gap: 14px;
  align-items: center;
  padding: 10px 0 6px;
}
.who__number {
  font: 560 32px/36px var(--display);
}
.who__rest {
  flex: 1;
  min-width: 0;
  font-size: 13.5px;
  line-height: 18px;
}
.who__bar {
  display: block;
  width: 100%;
  height: 12px;
  margin-bottom: 3px;
  border: 1px solid var(--moss);
}
.who__in {
  fill: var(--moss);
}
.who__rest p {
  display: flex;
  justify-content: space-between;
  gap: 12px;
}
.who__visitors {
  display: flex;
  gap: 8px;
  margin: 2px 0 6px;
}
.who__impact {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  margin: 6px 0;
  padding: 9px 14px;
  background: var(--quinceT);
  color: var(--ink);
}
.who__list ul {
  max-height: 300px;
  margin-top: 8px;
  overflow: auto;
  border-top: 1px solid var(--rule);
}
.who__list li {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding: 5px 0;
  border-bottom: 1px solid var(--rule);
}
</style>
