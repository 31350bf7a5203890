<script setup lang="ts">
/** Today: what needs somebody, oldest first, beside how joining goes. */
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { VLayout } from 'vuetify/components/VLayout';
import { VMain } from 'vuetify/components/VMain';
import KitButton from '../../kit/KitButton.vue';
import { useNarrow } from '../../kit/narrow';
import SideSheet from '../../kit/SideSheet.vue';
import Trouble from '../../kit/Trouble.vue';
import Waiting from '../../kit/Waiting.vue';
import { calls, desk } from '../base/calls';
import PersonSheet from '../members/PersonSheet.vue';
import { useNotice } from '../base/notice';
import { useRows } from '../base/rows';
import { useSending } from '../base/sending';
import { may, useFresh, type Me } from '../base/session';
import FirstSteps from './FirstSteps.vue';
import HowItGoes from './HowItGoes.vue';
import WorkList from './WorkList.vue';
import { useToday, type All } from './today.query';
import { reader } from '../base/reader';
import { todaySays } from './today.sentences';

const says = todaySays(reader);

defineProps<{ me: Me }>();
const route = useRoute();
const router = useRouter();
const all = computed<All>(() => (['reviews', 'stuck'] as const).find((which) => which === route.query['all']));
const today = useToday(
  () => true,
  () => all.value,
);
const narrow = useNarrow();
const notice = useNotice();
const fresh = useFresh();
const { busy: trying, trouble, send } = useSending();

async function retry(): Promise<void> {
  const done = await send((sent) => calls.letters.retry({}, sent));
  notice.tell(done?.says ?? trouble.value?.says ?? null);
  if (done) await fresh();
}
const showAll = (which: 'reviews' | 'stuck'): void =>
  void router.push({ path: '/desk', query: { ...route.query, all: which } });
const person = computed(() => (typeof route.query['person'] === 'string' ? route.query['person'] : null));
const data = computed(() => today.data.value);
const rows = computed(() => [...(data.value?.reviews.rows ?? []), ...(data.value?.stuck.rows ?? [])]);
/** Money shows the two apart. */
const isFailing = ({ what }: { what: string }): boolean => what !== 'awaited';
const moneyShown = computed(() => (data.value?.money?.rows.some(isFailing) ? 'failing' : 'awaited'));
function open(member: string | null): void {
  const { person: _, ...rest } = route.query;
  void router.push({ path: '/desk', query: member ? { ...rest, person: member } : rest });
}
const { acted } = useRows(
  '.today',
  () => rows.value.map(({ member }) => member),
  () => person.value,
);
</script>

<template>
  <VLayout class="today">
    <VMain tag="div" class="today__main" scrollable :inert="(narrow && person !== null) || undefined">
      <div class="today__left">
        <p v-if="data" class="today__hello">{{ data.greeting }}</p>
        <Trouble v-if="today.error.value && !data" :error="today.error.value" @again="today.refetch()" />
        <Waiting v-else-if="!data" :rows="9" :label="says.onItsWay" />
        <template v-else>
          <FirstSteps
            v-if="data.people === 0 && may(me, desk.setup.save)"
            :people="data.people"
            :letter-sent="data.letterSent"
            @changed="today.refetch()"
          />
          <WorkList
            which="reviews"
            :title="says.applicationsToReview"
            :note="data.reviews.note"
            :rows="data.reviews.rows"
            :total="data.reviews.total"
            :button="may(me, desk.review.approve) ? says.review : says.open"
            :chosen="person"
            :empty="says.nobodyWaits"
            :several="may(me, desk.review.approve)"
            @open="open"
            @answered="fresh()"
            @all="showAll"
          />
          <WorkList
            which="stuck"
            :title="says.stuckAtAGate"
            :note="data.stuck.note"
            :rows="data.stuck.rows"
            :total="data.stuck.total"
            :button="says.open"
            :chosen="person"
            :empty="says.nobodyStuck"
            @open="open"
            @all="showAll"
          />
          <section v-if="data.letters.total" class="stuck-letters">
            <div class="section-head">
              <h2>{{ says.lettersStuck }}</h2>
              <span class="section-head__count">{{ data.letters.total }}</span>
            </div>
            <ul>
              <li v-for="(letter, n) in data.letters.rows" :key="n">
                {{ says.letter({ subject: letter.subject, to: letter.to, since: letter.since }) }}
                <span class="quiet">{{ letter.says }}</span>
              </li>
            </ul>
            <KitButton v-if="may(me, desk.letters.retry)" small :disabled="trying" @click="retry">{{
              says.tryAgainNow
            }}</KitButton>
          </section>
          <section v-if="data.money?.total" class="work-list">
            <div class="section-head">
              <h2>{{ says.moneyWaits }}</h2>
              <span class="section-head__count">{{ data.money.total }}</span>
              <RouterLink class="section-head__note" :to="{ path: '/desk/money', query: { show: moneyShown } }">{{
                says.toMoney
              }}</RouterLink>
            </div>
            <ul>
              <li v-for="row in data.money.rows" :key="row.id" class="money-row">
                <span class="flag">{{ row.says }}</span>
                <span
                  ><b
                    ><bdi>{{ row.name }}</bdi></b
                  >
                  <span class="quiet">{{ row.about }}</span></span
                >
                <span class="money-row__amount">{{ row.amount }}</span>
                <KitButton
                  small
                  :to="{
                    path: '/desk/money',
                    query: { show: isFailing(row) ? 'failing' : 'awaited', payment: row.id },
                  }"
                  >{{ says.open }}</KitButton
                >
              </li>
            </ul>
          </section>
          <div class="today__foot">
            <section>
              <div class="section-head">
                <h2>{{ says.doneWithoutYou }}</h2>
                <span class="section-head__note quiet">{{ says.inTheLastDay }}</span>
              </div>
              <p v-if="data.lately.length === 0" class="empty">
                {{ says.nothingLately }}
              </p>
              <ul v-else class="lately">
                <li v-for="item in data.lately" :key="item.says">
                  <b>{{ item.count }}</b> {{ item.says }}
                </li>
              </ul>
            </section>
            <section>
              <div class="section-head">
                <h2>{{ says.comingUp }}</h2>
                <span class="section-head__note quiet">{{ says.inSevenDays }}</span>
              </div>
              <p v-if="data.comingUp.lines.length === 0" class="empty">
                {{ says.nothingComing }}
              </p>
              <ul v-else class="lately lately--days">
                <li v-for="item in data.comingUp.lines" :key="item.day + item.says">
                  <b>{{ item.day }}</b> {{ item.says }}
                </li>
                <li v-if="data.comingUp.more" class="quiet">{{ says.andMore }}</li>
              </ul>
            </section>
          </div>
        </template>
      </div>
      <aside v-if="narrow" class="today__below" :aria-label="says.howItGoes">
        <HowItGoes :today="data" :failed="today.error.value !== null" />
      </aside>
    </VMain>
    <PersonSheet v-if="person" :id="person" :me="me" @close="open(null)" @acted="acted" />
    <SideSheet v-else-if="!narrow" :label="says.howItGoes">
      <HowItGoes :today="data" :failed="today.error.value !== null" />
    </SideSheet>
  </VLayout>
</template>

<style src="./today.css"></style>
