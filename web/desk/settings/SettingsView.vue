<script setup lang="ts">
/** The site itself: what it is called, where it is, how it writes, where people come in. */
import { computed } from 'vue';
import { sayDate, sayMoney, sayNumber, sayTime, type Minor } from '../../../core/kernel';
import type { SetupDocument } from '../../../core/setup';
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitField from '../../kit/fields/KitField.vue';
import Trouble from '../../kit/Trouble.vue';
import Waiting from '../../kit/Waiting.vue';
import { reader } from '../base/reader';
import { useDraft } from '../setup/draft.store';
import MoneyHands from '../setup/MoneyHands.vue';
import ItemFindings from '../setup/ItemFindings.vue';
import StartPages from './StartPages.vue';
import { settingsSays } from './settings.sentences';

type Site = SetupDocument['site'];
const says = settingsSays(reader);
const draft = useDraft();
const site = computed(() => (draft.entry('site', 'site')?.body ?? null) as Site | null);
const faults = computed(() => draft.faults('site', 'site'));
const faultAt = (at: string) => faults.value.find(({ where }) => where === at)?.says ?? null;
const set = (change: Partial<Site>) => draft.edit('site', 'site', { ...site.value, ...change });

const named = (list: readonly string[]) => list.map((value) => ({ title: value.replaceAll('_', ' '), value }));
const zones = named(Intl.supportedValuesOf('timeZone'));
const currencyName = new Intl.DisplayNames(reader.locale, { type: 'currency' });
const currencies = Intl.supportedValuesOf('currency').map((value) => ({
  title: `${value}, ${currencyName.of(value) ?? ''}`,
  value,
}));
/** What each setting makes of things, by what is typed where that can be used, else by what stands. */
const shown = computed(() => draft.setup?.doc.site ?? null);
const now = computed(() => draft.view?.now ?? 0);
const price = (of: Site) => sayMoney(4800 as Minor, of.currency, of.locale);
</script>

<template>
  <section class="settings" :aria-label="says.settings">
    <Trouble v-if="draft.loadTrouble" :error="draft.loadTrouble" @again="draft.load()" />
    <Waiting v-else-if="!site || !shown" :rows="8" />
    <div v-else class="settings__cols">
      <p class="quiet settings__all">{{ says.changesLive }}</p>
      <ItemFindings :findings="draft.findingsAt('site', 'site')" />
      <p v-if="faults.length" class="field__fault" role="alert">{{ says.notSaved }}</p>
      <p v-if="draft.trouble" class="field__fault" role="alert">{{ draft.trouble.says }}</p>
      <div class="section-head">
        <h2>{{ says.theSite }}</h2>
      </div>
      <KitField
        id="site-name"
        :model-value="site.name"
        :label="says.name"
        :help="says.nameHelp"
        :fault="faultAt('name')"
        @update:model-value="set({ name: $event })"
      />
      <KitField
        id="site-short"
        :model-value="site.shortName"
        :label="says.shortName"
        :help="says.shortNameHelp"
        :fault="faultAt('shortName')"
        @update:model-value="set({ shortName: $event })"
      />
      <dl class="field settings__fixed settings__all">
        <dt class="field__label">{{ says.address }}</dt>
        <dd>{{ draft.view?.address }}</dd>
        <dd class="field__help">{{ says.addressHelp }}</dd>
      </dl>
      <div class="section-head">
        <h2>{{ says.placeAndMoney }}</h2>
      </div>
      <KitChoice
        :model-value="site.zone"
        :label="says.zone"
        :items="zones"
        :help="says.zoneHelp({ time: sayTime(now, shown) })"
        :fault="faultAt('zone')"
        @update:model-value="set({ zone: $event })"
      />
      <KitField
        id="site-locale"
        :model-value="site.locale"
        :label="says.language"
        :help="says.languageHelp({ date: sayDate(now, shown), number: sayNumber(1200.5, shown) })"
        :fault="faultAt('locale')"
        @update:model-value="set({ locale: $event })"
      />
      <dl
        v-if="draft.view?.moneyMoved && site.currency === draft.live?.doc.site.currency"
        class="field settings__fixed"
      >
        <dt class="field__label">{{ says.currency }}</dt>
        <dd>{{ currencies.find(({ value }) => value === site!.currency)?.title ?? site.currency }}</dd>
        <dd class="field__help">{{ says.currencyStays }}</dd>
      </dl>
      <MoneyHands v-else>
        <KitChoice
          :model-value="site.currency"
          :label="says.currency"
          :items="currencies"
          :help="says.currencyHelp({ price: price(shown) })"
          :fault="faultAt('currency')"
          @update:model-value="set({ currency: $event })"
        />
      </MoneyHands>
      <div class="section-head">
        <h2>{{ says.mail }}</h2>
      </div>
      <KitField
        id="site-reply"
        kind="mail"
        :model-value="site.replyTo"
        :label="says.replyTo"
        :help="says.replyToHelp"
        :fault="faultAt('replyTo')"
        @update:model-value="set({ replyTo: $event })"
      />
      <div class="section-head">
        <h2>{{ says.ways }}</h2>
      </div>
      <KitChoice
        :model-value="site.home"
        :label="says.home"
        :items="draft.offered('page')"
        :help="says.homeHelp"
        :fault="faultAt('home')"
        @update:model-value="set({ home: $event as Site['home'] })"
      />
      <KitChoice
        :model-value="site.joinBy ?? ''"
        :label="says.joinBy"
        :items="[{ title: says.none, value: '' }, ...draft.offered('form')]"
        :help="says.joinByHelp"
        @update:model-value="set({ joinBy: ($event || undefined) as Site['joinBy'] })"
      />
      <StartPages
        class="settings__all"
        :starts="site.starts ?? []"
        @change="set({ starts: $event.length ? $event : undefined })"
      />
    </div>
  </section>
</template>

<style src="./settings.css"></style>
