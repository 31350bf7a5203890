<script setup lang="ts">
/** A set of conditions: how many of them must be met, each as a sentence with who meets it, and sets within. */
import { computed, nextTick } from 'vue';
import { childrenOf, describe, isCondition, type Condition, type Rule } from '../../../core/doors';
import type { Setup } from '../../../core/setup';
import KitButton from '../../kit/KitButton.vue';
import MenuButton from '../../kit/MenuButton.vue';
import { reader } from '../base/reader';
import { doorsSay } from './doors.sentences';
import { lineOf, offersIn, plainLine } from './lines';
import SetHead from './SetHead.vue';
import WordPick from './WordPick.vue';

const says = doorsSay(reader);
type RuleSet = Exclude<Rule, Condition>;
const props = defineProps<{
  /** Names its inputs, and tells a set from the sets within. */
  id: string;
  rule: RuleSet;
  setup: Setup;
  /** How many meet a part, by what it says; unknown while it is counted. */
  counts: ReadonlyMap<string, number>;
  within?: boolean;
}>();
const emit = defineEmits<{ change: [rule: RuleSet]; takeOut: [] }>();

const mode = computed(() => ('all' in props.rule ? 'all' : 'any' in props.rule ? 'any' : 'none'));
const parts = computed(() => childrenOf(props.rule));
const made = (how: 'all' | 'any' | 'none', rules: readonly Rule[]) => ({ [how]: [...rules] }) as unknown as RuleSet;
const setMode = (how: 'all' | 'any' | 'none') => emit('change', made(how, parts.value));
const put = (at: number, rule: Rule) =>
  emit(
    'change',
    made(
      mode.value,
      parts.value.map((one, n) => (n === at ? rule : one)),
    ),
  );
function takeOut(at: number): void {
  emit(
    'change',
    made(
      mode.value,
      parts.value.filter((_, n) => n !== at),
    ),
  );
  void nextTick(() => document.getElementById(`${props.id}-add`)?.focus());
}
const add = (rule: Rule) => emit('change', made(mode.value, [...parts.value, rule]));
const offers = computed(() => offersIn(props.setup).map(({ title, make }) => ({ title, act: () => add(make()) })));
const addSet = () => add({ [mode.value === 'any' ? 'all' : 'any']: [] } as unknown as Rule);
const met = (rule: Rule) => {
  const count = props.counts.get(JSON.stringify(rule));
  return count === undefined ? '' : says.meetIt({ count });
};
const empty = computed(() => {
  if (props.within) return says.emptySet;
  return mode.value === 'any' ? says.nobodyYet : says.everybodyYet;
});
</script>

<template>
  <div class="rule-set" :class="{ 'rule-set--within': within }" role="group" :aria-label="describe(rule, setup)">
    <SetHead :id="`${id}-mode`" :mode="mode" :within="within ?? false" @change="setMode">
      <KitButton v-if="within" kind="link" class="rule-set__out" :aria-label="says.takeOutSet" @click="emit('takeOut')"
        >×</KitButton
      >
    </SetHead>
    <ul>
      <li v-for="(part, at) in parts" :key="at">
        <div v-if="isCondition(part)" class="rule-line">
          <p>
            <template v-for="(piece, n) in lineOf(part, setup)" :key="n"
              ><template v-if="typeof piece === 'string'">{{ piece }}</template
              ><WordPick v-else :id="`${id}-${at}-${n}`" :slotted="piece" @change="put(at, $event)"
            /></template>
          </p>
          <span class="rule-line__count">{{ met(part) }}</span>
          <KitButton
            kind="link"
            class="rule-set__out"
            :aria-label="says.takeOut({ rule: plainLine(lineOf(part, setup)) })"
            @click="takeOut(at)"
            >×</KitButton
          >
        </div>
        <RuleSet
          v-else
          :id="`${id}-${at}`"
          within
          :rule="part"
          :setup="setup"
          :counts="counts"
          @change="put(at, $event)"
          @take-out="takeOut(at)"
        />
      </li>
    </ul>
    <p v-if="parts.length === 0" class="quiet">{{ empty }}</p>
    <div class="rule-set__add">
      <MenuButton :id="`${id}-add`" small :label="says.addCondition" :items="offers">{{
        says.addCondition
      }}</MenuButton>
      <KitButton v-if="id.split('-').length < 5" kind="link" @click="addSet">{{ says.addSet }}</KitButton>
    </div>
  </div>
</template>

<style>
.rule-set ul {
  border-top: 1px solid var(--rule);
}
.rule-set--within {
  padding: 0 0 4px;
}
.rule-set--within > ul,
.rule-set--within > .rule-set__add,
.rule-set--within > .quiet {
  padding-left: 14px;
  border-left: 3px double var(--rule2);
}
.rule-line {
  display: flex;
  align-items: center;
  gap: 10px;
  min-height: 36px;
  padding: 6px 0;
  border-bottom: 1px solid var(--rule);
}
.rule-line p {
  flex: 1;
  min-width: 0;
  overflow-wrap: anywhere;
  white-space: pre-wrap;
}
.rule-line__count {
  flex: none;
  color: var(--ink2);
  font-size: 13.5px;
}
.rule-set .rule-set__out {
  flex: none;
  min-width: 24px;
  height: 24px;
  font-size: 17px;
  line-height: 20px;
  text-decoration: none;
}
.rule-set__add {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 16px;
  align-items: center;
  padding: 8px 0;
}
</style>
