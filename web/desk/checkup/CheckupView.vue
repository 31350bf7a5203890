<script setup lang="ts">
/** Everything the check-up finds in the draft, the gravest first; beside it why it matters and how to mend it. */
import { computed } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { VLayout } from 'vuetify/components/VLayout';
import { VMain } from 'vuetify/components/VMain';
import { checkCount, keyOf, type Finding } from '../../../core/checkup';
import { titleIn } from '../../../core/lines';
import { setupAreas } from '../../../core/kernel';
import { isSingle, listKinds } from '../../../core/setup';
import KitButton from '../../kit/KitButton.vue';
import { useNarrow } from '../../kit/narrow';
import SideSheet from '../../kit/SideSheet.vue';
import Trouble from '../../kit/Trouble.vue';
import Waiting from '../../kit/Waiting.vue';
import { useEscape } from '../base/escape';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import { editorOf } from '../setup/places';
import { setupSays } from '../setup/setup.sentences';
import { checkupSays } from './checkup.sentences';

const says = checkupSays(reader);
const common = setupSays(reader);
const draft = useDraft();
const route = useRoute();
const router = useRouter();
const narrow = useNarrow();

const chosen = computed(() => draft.findings.find((finding) => keyOf(finding) === route.query['finding']) ?? null);
const choose = (finding: Finding | null) =>
  void router.replace({ path: route.path, query: finding ? { finding: keyOf(finding) } : {} });
useEscape(() => choose(null));
const kindOf = ({ kind }: Finding) => (kind === 'site' ? common.theSite : common[kind]);
const itemOf = ({ kind, id }: Finding) =>
  isSingle(kind) || !draft.setup ? kindOf({ kind } as Finding) : titleIn(listKinds[kind].list, id, draft.setup);
const counts = computed(() =>
  setupAreas.map((area) => ({ area, count: draft.findings.filter((finding) => finding.area === area).length })),
);
</script>

<template>
  <VLayout class="checkup">
    <VMain
      tag="section"
      class="checkup__work"
      :aria-label="says.checkup"
      :inert="(narrow && chosen !== null) || undefined"
    >
      <div class="checkup__list">
        <div class="section-head">
          <h2>{{ says.toFix }}</h2>
          <span class="section-head__count">{{ draft.findings.length }}</span>
          <span class="section-head__note quiet">{{ says.order }}</span>
        </div>
        <Trouble v-if="draft.loadTrouble" :error="draft.loadTrouble" @again="draft.load()" />
        <Waiting v-else-if="!draft.view" :rows="6" />
        <p v-else-if="draft.findings.length === 0" class="empty">{{ says.nothing({ count: checkCount }) }}</p>
        <ul>
          <li
            v-for="finding in draft.findings"
            :key="keyOf(finding)"
            class="finding"
            :class="{ 'finding--chosen': finding === chosen }"
          >
            <span>
              <b class="finding__area">{{ common[finding.area] }}</b>
              <span class="quiet">{{ kindOf(finding) }}</span>
            </span>
            <span>
              <b>{{ says[finding.grave] }}</b>
              <span v-if="draft.fresh.has(keyOf(finding))" class="flag finding__new">{{ says.isNew }}</span>
            </span>
            <button type="button" class="finding__says" :aria-expanded="finding === chosen" @click="choose(finding)">
              <b>{{ finding.says }}</b>
              <span class="quiet">{{ finding.mend }}</span>
            </button>
            <KitButton v-if="editorOf(finding)" :to="editorOf(finding)!">{{
              says.goTo({ what: kindOf(finding).toLowerCase() })
            }}</KitButton>
          </li>
        </ul>
        <div class="section-head checkup__counts">
          <h2>{{ says.whatWasChecked }}</h2>
          <span class="section-head__note quiet">{{ says.checks({ count: checkCount }) }}</span>
        </div>
        <table class="checkup__table">
          <thead>
            <tr>
              <td />
              <th v-for="{ area } in counts" :key="area" scope="col">{{ common[area] }}</th>
            </tr>
          </thead>
          <tbody>
            <tr>
              <th scope="row">{{ says.toFix }}</th>
              <td v-for="{ area, count } in counts" :key="area">{{ count }}</td>
            </tr>
          </tbody>
        </table>
      </div>
    </VMain>
    <SideSheet v-if="chosen" :label="chosen.says">
      <div class="checkup__head">
        <h2>{{ chosen.says }}</h2>
        <KitButton @click="choose(null)">{{ common.close }} <kbd>Esc</kbd></KitButton>
      </div>
      <p class="checkup__why">
        <b>{{ says[chosen.grave] }}.</b> {{ chosen.why }}
      </p>
      <p v-if="chosen.blocks" class="field__fault">{{ common.blocks }}</p>
      <div class="section-head section-head--thin">
        <h3>{{ says.where }}</h3>
      </div>
      <p class="checkup__place">{{ says.place({ kind: kindOf(chosen), item: itemOf(chosen) }) }}</p>
      <div class="section-head section-head--thin">
        <h3>{{ says.howToMend }}</h3>
      </div>
      <p class="checkup__place">{{ chosen.mend }}</p>
      <p>
        <KitButton v-if="editorOf(chosen)" kind="primary" :to="editorOf(chosen)!">{{
          says.goTo({ what: kindOf(chosen).toLowerCase() })
        }}</KitButton>
      </p>
    </SideSheet>
    <SideSheet v-else-if="!narrow" :label="says.checkup">
      <p class="quiet">{{ says.choose }}</p>
    </SideSheet>
  </VLayout>
</template>

<style src="./checkup.css"></style>
