<script setup lang="ts">
/** The member's own account, and the password beside it. */
import type { PlaceView } from '../../../contract';
import { siteSays } from '../../../contract/site.sentences';
import { useReader } from '../../kit/reader';
import AccountLines from '../form/AccountLines.vue';
import MoneyLines from '../form/MoneyLines.vue';
import SiteLink from '../SiteLink.vue';
import PasswordChange from '../form/PasswordChange.vue';

const says = siteSays(useReader());

defineProps<{ place: Extract<PlaceView, { kind: 'account' }> }>();
</script>

<template>
  <div class="two">
    <main>
      <h1 tabindex="-1">{{ place.title }}</h1>
      <p v-if="place.boards">
        <SiteLink to="/mine">{{ says.myEntries }}</SiteLink>
      </p>
      <AccountLines :place="place" />
    </main>
    <aside :aria-label="place.money ? says.levelAndPayment : says.password">
      <MoneyLines v-if="place.money" :money="place.money" />
      <PasswordChange />
    </aside>
  </div>
</template>
