<script setup lang="ts">
/** One item of a menu: a link, or the button that signs out. */
import type { MenuLeafView } from '../../contract';
import SiteForm from './form/SiteForm.vue';
import SiteLink from './SiteLink.vue';

defineProps<{ link: MenuLeafView; path: string }>();
defineEmits<{ signOut: [] }>();
</script>

<template>
  <SiteForm v-if="link.signsOut" name="sign-out" action="/sign-out" @send="$emit('signOut')">
    <button type="submit" class="linklike">{{ link.label }}</button>
  </SiteForm>
  <SiteLink v-else :to="link.href" :aria-current="link.href === path ? 'page' : undefined">{{ link.label }}</SiteLink>
</template>
