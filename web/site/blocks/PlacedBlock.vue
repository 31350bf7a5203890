<script setup lang="ts">
/** What the site asks of people, placed on a page: signing in, a signup form, the account. */
import { computed } from 'vue';
import type { BlockView } from '../../../contract';
import AccountLines from '../form/AccountLines.vue';
import FollowUpForm from '../form/FollowUpForm.vue';
import ForgottenForm from '../form/ForgottenForm.vue';
import JoinForm from '../form/JoinForm.vue';
import SignInForm from '../form/SignInForm.vue';
import SiteLink from '../SiteLink.vue';
import { useSite } from '../store';

const props = defineProps<{ block: Extract<BlockView, { kind: 'placed' }> }>();
const site = useSite();
const placed = computed(() => {
  const page = site.view?.place;
  return (page?.kind === 'page' && page.placed[props.block.id]) || null;
});
</script>

<template>
  <section class="placed">
    <h2 v-if="block.title || placed">{{ block.title ?? placed?.title }}</h2>
    <SignInForm v-if="placed?.kind === 'signIn'" :place="placed" action="/sign-in" />
    <ForgottenForm v-else-if="placed?.kind === 'forgotten'" action="/forgotten" />
    <AccountLines v-else-if="placed?.kind === 'account'" :place="placed" />
    <JoinForm v-else-if="placed?.kind === 'join'" :place="placed" :action="`/join/${placed.form}`" />
    <FollowUpForm v-else-if="placed?.kind === 'form'" :place="placed" />
    <template v-else-if="placed?.kind === 'notice'">
      <p v-for="line in placed.says" :key="line">{{ line }}</p>
      <p>
        <SiteLink :to="placed.way.href" class="button">{{ placed.way.label }}</SiteLink>
      </p>
    </template>
    <p v-else>{{ block.otherwise }}</p>
  </section>
</template>
