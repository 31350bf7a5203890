<script setup lang="ts">
/** Whom publishing lets in and shuts out: how many, on which pages, by name, on any day. */
import { useQuery } from '@pinia/colada';
import { computed, ref } from 'vue';
import type { ImpactView } from '../../../contract';
import type { Standing } from '../../../core/facts';
import KitField from '../../kit/fields/KitField.vue';
import KitButton from '../../kit/KitButton.vue';
import StandingMark from '../../kit/StandingMark.vue';
import Trouble from '../../kit/Trouble.vue';
import Waiting from '../../kit/Waiting.vue';
import { calls } from '../base/calls';
import { reader } from '../base/reader';
import { useDraft } from './draft.store';
import { setupSays } from './setup.sentences';

const says = setupSays(reader);
const draft = useDraft();
const day = ref('');
const asked = computed(() => (/^\d{4}-\d\d-\d\d$/.test(day.value) ? day.value : undefined));
const { data, error, refetch } = useQuery({
  key: () => ['setup', 'impact', draft.view?.stamp ?? '', asked.value ?? '', draft.saving ? 'saving' : 'saved'],
  query: () => calls.insight.impact({ on: asked.value }),
  enabled: () => !draft.saving,
  placeholderData: (before) => before,
});
const head = computed(() => {
  if (!data.value) return '';
  const [letsIn, shutsOut] = [data.value.in.count, data.value.out.count];
  const { visitorsIn, visitorsOut } = data.value;
  if (letsIn === 0 && shutsOut === 0)
    return visitorsIn.length + visitorsOut.length ? says.visitorsAlone : says.sameForAll;
  if (shutsOut === 0) return says.letsInOnly({ count: letsIn });
  return letsIn === 0 ? says.shutsOutOnly({ count: shutsOut }) : says.letsAndShuts({ letsIn, shutsOut });
});
/** By what they are now, as many as are told. */
const byStanding = (people: ImpactView['in']) => {
  const groups = new Map<Standing, ImpactView['in']['rows']>();
  for (const row of people.rows) groups.set(row.standing, [...(groups.get(row.standing) ?? []), row]);
  return [...groups];
};
/** So many names of one standing are shown until all are asked for. */
const FEW = 12;
const all = ref(false);
const namesOf = (rows: ImpactView['in']['rows']) =>
  rows
    .slice(0, all.value ? undefined : FEW)
    .map(({ name }) => name)
    .join(', ');
const anybody = computed(() => {
  const { in: letIn, out, visitorsIn, visitorsOut } = data.value!;
  return letIn.count + out.count + visitorsIn.length + visitorsOut.length > 0;
});
const endsSoon = computed(() => data.value?.out.rows.filter((row) => row.endsSoon).length ?? 0);
</script>

<template>
  <section class="impact" :aria-label="says.whoGetsIn">
    <Trouble v-if="error && !data" :error="error" @again="refetch()" />
    <Waiting v-else-if="!data" :rows="3" />
    <template v-else>
      <div class="impact__note" :class="{ 'impact__note--none': !anybody }">
        <h3>{{ head }}</h3>
        <p>
          <template v-if="data.visitorsIn.length">{{ says.opensToVisitors({ pages: data.visitorsIn }) }}</template>
          <template v-if="data.visitorsOut.length"> {{ says.shutsToVisitors({ pages: data.visitorsOut }) }}</template>
          {{ says.eachOnce({ day: data.day }) }}
          <template v-if="data.applicantsIn">{{ says.applicantsLetIn({ count: data.applicantsIn }) }}</template>
          <template v-if="data.applicantsOut"> {{ says.applicantsShutOut({ count: data.applicantsOut }) }}</template>
          <template v-if="endsSoon"> {{ says.endSoonAnyway({ count: endsSoon }) }}</template>
        </p>
      </div>
      <KitField id="impact-day" v-model="day" kind="date" :label="says.asOf" optional class="impact__day" />
      <table v-if="data.places.length" class="impact__places">
        <thead>
          <tr>
            <th scope="col">{{ says.whoCanOpen }}</th>
            <th scope="col">{{ says.now }}</th>
            <th scope="col">{{ says.afterwards }}</th>
            <th scope="col">{{ says.letIn }}</th>
            <th scope="col">{{ says.shutOut }}</th>
            <th scope="col">{{ says.visitors }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(place, at) in data.places" :key="at">
            <th scope="row">{{ place.title }}</th>
            <td>{{ place.now }}</td>
            <td>{{ place.after }}</td>
            <td>{{ place.in }}</td>
            <td>{{ place.out }}</td>
            <td class="impact__visitors">{{ place.visitors ? says[place.visitors] : says.asBefore }}</td>
          </tr>
        </tbody>
      </table>
      <p class="quiet">{{ says.otherPages({ count: data.others }) }}</p>
      <template
        v-for="[title, people] in [
          [says.letIn, data.in],
          [says.shutOut, data.out],
        ] as const"
        :key="title"
      >
        <div v-if="people.count" class="impact__people">
          <h4>{{ says.titled({ title, count: people.count }) }}</h4>
          <dl>
            <template v-for="[standing, rows] in byStanding(people)" :key="standing">
              <dt><StandingMark :standing="standing" /></dt>
              <dd>
                {{ namesOf(rows) }}
                <KitButton v-if="!all && rows.length > FEW" kind="link" @click="all = true">{{
                  says.morePeople({ count: rows.length - FEW })
                }}</KitButton>
              </dd>
            </template>
          </dl>
          <p v-if="people.count > people.rows.length" class="quiet">
            {{ says.morePeople({ count: people.count - people.rows.length }) }}
          </p>
        </div>
      </template>
    </template>
  </section>
</template>

<style>
.impact__visitors {
  white-space: nowrap;
}
.impact__note {
  padding: 10px 14px;
  border-radius: 3px;
  background: var(--quinceT);
  color: var(--ink);
}
.impact__note--none {
  background: none;
  border: 1px solid var(--rule2);
}
.impact__note h3 {
  font: 560 22px/28px var(--display);
}
.impact__day {
  width: 190px;
  margin: 10px 0;
}
.impact__places {
  width: 100%;
  border-collapse: collapse;
}
.impact__places th,
.impact__places td {
  padding: 4px 8px 4px 0;
  border-bottom: 1px solid var(--rule);
  text-align: right;
  font-weight: 400;
}
.impact__places th:first-child {
  text-align: left;
}
.impact__places thead th {
  font: 600 13px/18px var(--sans);
  color: var(--ink2);
}
.impact__people h4 {
  margin: 10px 0 2px;
  font: 600 14px/20px var(--sans);
}
.impact__people dl {
  display: grid;
  grid-template-columns: 96px minmax(0, 1fr);
  gap: 3px 12px;
  margin: 0;
}
.impact__people dd {
  margin: 0;
}
</style>
