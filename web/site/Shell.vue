<script setup lang="ts">
/** The frame of every place: mast, who is signed in, menu, and the place itself. */
import { computed, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import SiteLink from './SiteLink.vue';
import { useSite } from './store';

const site = useSite();
const route = useRoute();
const shell = computed(() => site.view!.shell);
const path = computed(() => site.view!.path);
const menuOpen = ref(false);
watch(path, () => (menuOpen.value = false));
watch(path, () => (site.notice = null));

async function signOut(): Promise<void> {
  const { calls } = await import('./calls');
  await calls.signOut({}).catch(() => undefined);
  // What the member saw must not stay in this page's memory.
  location.assign('/');
}
</script>

<template>
  <a class="skip" href="#content">To the content</a>
  <header class="mast">
    <div class="wrap mast__in">
      <SiteLink class="mast__home" to="/">
        <svg v-if="shell.mark" class="mast__mark" :viewBox="`0 0 ${shell.mark.size} ${shell.mark.size}`" aria-hidden="true">
          <path v-for="d in shell.mark.paths" :key="d" :d="d" :stroke-width="shell.mark.stroke" />
        </svg>
        <span class="mast__name">{{ shell.siteName }}</span>
      </SiteLink>
      <div class="mast__me">
        <template v-if="shell.viewer">
          <span class="mast__who"><b>{{ shell.viewer.name }}</b>&#32;<span class="quiet">{{ shell.viewer.note }}</span></span>
          <SiteLink v-if="shell.viewer.applicant" to="/joining">Where you stand</SiteLink>
          <SiteLink to="/account">My account</SiteLink>
          <button type="button" class="linklike" @click="signOut">Sign out</button>
        </template>
        <SiteLink v-else :to="path === '/' || path === '/sign-in' ? '/sign-in' : `/sign-in?next=${encodeURIComponent(path)}`">Already a member? Sign in</SiteLink>
      </div>
    </div>
  </header>
  <nav class="menu" aria-label="Main menu">
    <div class="wrap">
      <button type="button" class="menu__button" :aria-expanded="menuOpen" aria-controls="menu-list" @click="menuOpen = !menuOpen">Menu</button>
      <ul id="menu-list" class="menu__list" :class="{ 'menu__list--open': menuOpen }">
        <li v-for="link in shell.menu" :key="link.href">
          <SiteLink :to="link.href" :aria-current="link.href === path ? 'page' : undefined">{{ link.label }}</SiteLink>
        </li>
      </ul>
    </div>
  </nav>
  <p v-if="site.trouble" class="wrap trouble" role="alert">{{ site.trouble }}</p>
  <div id="content" class="wrap">
    <p v-if="site.notice" class="notice" role="status">{{ site.notice }}</p>
    <RouterView :key="route.path" />
  </div>
  <footer class="foot"><div class="wrap">{{ shell.siteName }}</div></footer>
</template>
