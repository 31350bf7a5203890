<script setup lang="ts">
/** A button that opens a list of things to do or places to go. Arrow keys walk the list, Escape closes it. */
import { VList, VListItem } from 'vuetify/components/VList';
import { VMenu } from 'vuetify/components/VMenu';
import KitButton from './KitButton.vue';

export type MenuItem = {
  readonly title: string;
  /** A second line: what it would do. */
  readonly note?: string;
  readonly key?: string;
  readonly disabled?: boolean;
} & ({ readonly to: string } | { readonly href: string } | { readonly act: () => unknown });

defineOptions({ inheritAttrs: false });
defineProps<{ label: string; items: readonly MenuItem[]; disabled?: boolean }>();
const open = defineModel<boolean>('open', { default: false });
</script>

<template>
  <VMenu v-model="open">
    <template #activator="{ props: button }">
      <KitButton v-bind="{ ...$attrs, ...button }" :aria-label="label" :disabled="disabled"
        ><slot /><i class="caret"
      /></KitButton>
    </template>
    <div class="kit-drop">
      <slot name="head" />
      <VList class="kit-list" role="menu" :aria-label="label">
        <VListItem
          v-for="item in items"
          :key="item.title"
          role="menuitem"
          class="kit-list__item"
          :disabled="item.disabled"
          :to="'to' in item ? item.to : undefined"
          :href="'href' in item ? item.href : undefined"
          :target="'href' in item ? '_blank' : undefined"
          :rel="'href' in item ? 'noopener' : undefined"
          @click="'act' in item ? item.act() : undefined"
        >
          <span class="kit-list__title"
            >{{ item.title }}<kbd v-if="item.key">{{ item.key }}</kbd></span
          >
          <span v-if="item.note" class="kit-list__note">{{ item.note }}</span>
        </VListItem>
      </VList>
    </div>
  </VMenu>
</template>

<style>
.kit-drop {
  min-width: 180px;
  max-width: 320px;
  border: 1px solid rgb(var(--v-theme-edge));
  border-radius: 3px;
  background: rgb(var(--v-theme-surface));
  color: rgb(var(--v-theme-on-surface));
  font: 400 15px/20px var(--sans);
}
.kit-list {
  padding: 5px 0;
  background: none;
  color: inherit;
  font: inherit;
}
.kit-list__item {
  min-height: 34px;
  padding: 7px 14px;
  border-radius: 0;
  color: inherit;
  font: inherit;
}
.kit-list__title {
  display: flex;
  gap: 10px;
  align-items: baseline;
}
.kit-list__note {
  display: block;
  color: rgb(var(--v-theme-secondary));
  font-size: 13px;
  line-height: 18px;
}
</style>
