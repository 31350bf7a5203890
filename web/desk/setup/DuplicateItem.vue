<script setup lang="ts">
/** Duplicates an item, and goes to the copy. */
import { useRouter } from 'vue-router';
import type { ListItemKind } from '../../../core/setup';
import KitButton from '../../kit/KitButton.vue';
import { reader } from '../base/reader';
import { duplicate } from './copy';
import { editorOf } from './places';
import { setupSays } from './setup.sentences';

const says = setupSays(reader);
const props = defineProps<{ kind: ListItemKind; id: string }>();
const router = useRouter();

function act(): void {
  const copy = duplicate(props.kind, props.id);
  const place = copy && editorOf({ kind: props.kind, id: copy });
  if (place) void router.push(place);
}
</script>

<template>
  <KitButton @click="act">{{ says.duplicate }}</KitButton>
</template>
