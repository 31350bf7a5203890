<script setup lang="ts">
/** The frame of the desk: index, bar, work, viewpoint strip. */
import { computed, watch } from 'vue';
import { useRoute } from 'vue-router';
import MountPanel from '../viewpoint/MountPanel.vue';
import ViewpointStrip from '../viewpoint/ViewpointStrip.vue';
import { useViewpoint } from '../viewpoint/viewpoint.store';
import { useNotice } from '../notice';
import AreaIndex from './AreaIndex.vue';
import DeskBar from './DeskBar.vue';
import KeyList from './KeyList.vue';
import { useDeskKeys } from './keys';

const props = defineProps<{ me: { name: string; firstName: string; siteName: string; mayMoveClock: boolean; mayReview: boolean } }>();
const route = useRoute();
const notice = useNotice();
const viewpoint = useViewpoint();
const title = computed(() => String(route.meta['title'] ?? 'Desk'));
watch(
  [title, () => props.me.siteName],
  () => (document.title = `${title.value} · ${props.me.siteName}`),
  { immediate: true },
);
const { help } = useDeskKeys();
</script>

<template>
  <a class="skip" href="#work">To the work area</a>
  <div class="desk">
    <AreaIndex :site-name="me.siteName" />
    <DeskBar :me="me" :title="title" @keys="help = true" />
    <div id="work" class="work" tabindex="-1">
      <RouterView v-slot="{ Component }"><component :is="Component" :me="me" /></RouterView>
      <p v-if="notice.says" class="act-line" role="status">
        <span>{{ notice.says }}</span><button type="button" class="linklike" @click="notice.says = null">Close</button>
      </p>
    </div>
    <MountPanel v-if="viewpoint.open" />
    <ViewpointStrip />
  </div>
  <KeyList v-model="help" />
</template>
