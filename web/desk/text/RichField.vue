<script setup lang="ts">
/** Formatted text, written as it will read. What a text cannot hold is left out of what is pasted. */
import { Editor, EditorContent } from '@tiptap/vue-3';
import { computed, onBeforeUnmount, ref, shallowRef, watch } from 'vue';
import type { ChipName } from '../../../core/kernel';
import { OutsideAddress, type Rich, type Target } from '../../../core/pages';
import type { ChipNames } from '../../../core/messages';
import KitField from '../../kit/fields/KitField.vue';
import KitButton from '../../kit/KitButton.vue';
import MenuButton from '../../kit/MenuButton.vue';
import { reader } from '../base/reader';
import { documentOf, richOf, HEADING, type Node } from './document';
import { knownTo } from './editor';
import TargetField from './TargetField.vue';
import { textSays } from './text.sentences';

const says = textSays(reader);
const props = defineProps<{ id: string; label: string; text: Rich; names: ChipNames; fault?: string | null }>();
const emit = defineEmits<{ change: [text: Rich] }>();

const nameOf = (chip: string) => props.names.get(chip as ChipName) ?? chip;
let own = JSON.stringify(props.text);
/** Counts what happens in the editor, so that what is pressed in shows. */
const turn = ref(0);
const editor = shallowRef(
  new Editor({
    extensions: knownTo(nameOf),
    content: documentOf(props.text) as never,
    injectCSS: false,
    editorProps: {
      attributes: {
        id: props.id,
        role: 'textbox',
        'aria-multiline': 'true',
        'aria-label': props.label,
        class: 'rich__page',
      },
    },
    onTransaction: () => void turn.value++,
    onUpdate: ({ editor: now }) => {
      const text = richOf(now.getJSON() as Node);
      const said = JSON.stringify(text);
      if (said === own) return;
      own = said;
      emit('change', text);
    },
  }),
);
onBeforeUnmount(() => editor.value.destroy());
// Somebody else's change, or an undo, shows; what is typed here is not written over by its own echo.
watch(
  () => JSON.stringify(props.text),
  (said) => {
    if (said === own) return;
    own = said;
    editor.value.commands.setContent(documentOf(props.text) as never, { emitUpdate: false });
  },
);

const acts = [
  { name: 'bold', on: () => editor.value.isActive('bold'), act: () => editor.value.chain().focus().toggleBold().run() },
  {
    name: 'italic',
    on: () => editor.value.isActive('italic'),
    act: () => editor.value.chain().focus().toggleItalic().run(),
  },
  {
    name: 'heading',
    on: () => editor.value.isActive('heading'),
    act: () => editor.value.chain().focus().toggleHeading({ level: HEADING }).run(),
  },
  {
    name: 'bullets',
    on: () => editor.value.isActive('bulletList'),
    act: () => editor.value.chain().focus().toggleBulletList().run(),
  },
  {
    name: 'numbers',
    on: () => editor.value.isActive('orderedList'),
    act: () => editor.value.chain().focus().toggleOrderedList().run(),
  },
  {
    name: 'quote',
    on: () => editor.value.isActive('blockquote'),
    act: () => editor.value.chain().focus().toggleBlockquote().run(),
  },
] as const;
const pressed = computed(() => (turn.value, new Set(acts.filter(({ on }) => on()).map(({ name }) => name))));

const linking = ref(false);
const target = ref<Target | undefined>();
const linkFault = ref<string | null>(null);
const active = computed(() => (turn.value, editor.value.isActive('leads')));
function startLink(): void {
  linking.value = !linking.value;
  linkFault.value = null;
  const to = editor.value.getAttributes('leads')['to'] as string | undefined;
  target.value = to ? (JSON.parse(to) as Target) : undefined;
}
function takeLink(): void {
  const to = target.value;
  if (to && 'address' in to) {
    const read = OutsideAddress.safeParse(to.address);
    linkFault.value = read.success ? null : read.error.issues[0]!.message;
    if (linkFault.value) return;
  }
  const chain = editor.value.chain().focus().extendMarkRange('leads');
  if (editor.value.state.selection.empty && !active.value) return void (linkFault.value = says.selectFirst);
  if (to) chain.setMark('leads', { to: JSON.stringify(to) }).run();
  else chain.unsetMark('leads').run();
  linking.value = false;
}
const words = computed(() =>
  [...props.names].map(([chip, title]) => ({
    title,
    act: () =>
      editor.value
        .chain()
        .focus()
        .insertContent({ type: 'chip', attrs: { chip, or: '' } })
        .run(),
  })),
);
/** The personal word that is selected. */
const chosen = computed(() => {
  void turn.value;
  const selected = (
    editor.value.state.selection as { node?: { type: { name: string }; attrs: Record<string, string> } }
  ).node;
  return selected?.type.name === 'chip' ? selected.attrs : null;
});
const setFallback = (or: string) => editor.value.commands.updateAttributes('chip', { or });
</script>

<template>
  <div class="rich field" :class="{ 'field--bad': fault }">
    <span class="field__label">{{ label }}</span>
    <div class="rich__tools" role="toolbar" :aria-label="says.formatting({ label })">
      <KitButton
        v-for="one in acts"
        :key="one.name"
        small
        class="rich__tool"
        :aria-pressed="pressed.has(one.name)"
        @click="one.act()"
        >{{ says[one.name] }}</KitButton
      >
      <KitButton small class="rich__tool" :aria-pressed="active" :aria-expanded="linking" @click="startLink">{{
        says.link
      }}</KitButton>
      <MenuButton small :label="says.word" :items="words">{{ says.word }}</MenuButton>
    </div>
    <form v-if="linking" class="rich__panel" @submit.prevent="takeLink">
      <TargetField
        :id="`${id}-link`"
        optional
        :label="says.linkTo"
        :to="target"
        :fault="linkFault"
        @change="target = $event"
      />
      <KitButton small type="submit">{{ says.takeLink }}</KitButton>
    </form>
    <div v-if="chosen" class="rich__panel">
      <KitField
        :id="`${id}-or`"
        :model-value="chosen['or'] ?? ''"
        :label="says.fallback({ name: nameOf(chosen['chip'] ?? '') })"
        optional
        @update:model-value="setFallback"
      />
    </div>
    <EditorContent :editor="editor" />
    <p v-if="fault" class="field__fault">{{ fault }}</p>
  </div>
</template>

<style>
.rich__tools {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  margin-bottom: 4px;
}
.rich__tool[aria-pressed='true'] {
  background: var(--ink);
  color: var(--sheet);
}
.rich__panel {
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  gap: 8px;
  margin-bottom: 4px;
  padding: 10px 12px;
  border: 1px solid var(--rule2);
  border-radius: 3px;
}
.rich__panel > :first-child {
  width: 100%;
}
.rich__page {
  min-height: 96px;
  max-height: 420px;
  padding: 8px 11px;
  overflow: auto;
  border: 1px solid var(--rule2);
  border-radius: 2px;
  background: var(--input);
  white-space: pre-wrap;
}
.rich__page:focus-visible {
  outline: 2px solid var(--focus);
  outline-offset: 1px;
}
.rich__page > * + * {
  margin-top: 8px;
}
.rich__page h3 {
  font: 650 15px/20px var(--sans);
}
.rich__page ul,
.rich__page ol {
  padding-left: 20px;
  list-style: disc;
}
.rich__page ol {
  list-style: decimal;
}
.rich__page blockquote {
  padding-left: 10px;
  border-left: 3px solid var(--rule2);
}
.rich__page a {
  text-decoration: underline;
}
.chip {
  padding: 0 5px;
  border: 1px solid var(--rule2);
  border-radius: 2px;
  background: var(--trough);
}
.chip.ProseMirror-selectednode {
  outline: 2px solid var(--focus);
}
</style>
