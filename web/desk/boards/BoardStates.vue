<script setup lang="ts">
/** The states of a board as a lane, and the chosen one: who sets it, who sees it, what follows. */
import { computed, ref, watch } from 'vue';
import { VCheckbox } from 'vuetify/components/VCheckbox';
import { hands, type BoardItem, type BoardState, type HandOnEntry } from '../../../core/boards';
import type { StateId } from '../../../core/kernel';
import { idFrom } from '../../../core/setup';
import KitChoice from '../../kit/fields/KitChoice.vue';
import KitField from '../../kit/fields/KitField.vue';
import KitTicks from '../../kit/fields/KitTicks.vue';
import KitButton from '../../kit/KitButton.vue';
import StandingMark from '../../kit/StandingMark.vue';
import { reader } from '../base/reader';
import { typedCount } from '../joining/counts';
import LetterChoice from '../letters/LetterChoice.vue';
import { deskBoardsSay } from './boards.sentences';

const says = deskBoardsSay(reader);
const props = defineProps<{ board: BoardItem; faultAt: (at: string) => string | null }>();
const emit = defineEmits<{ change: [change: Partial<BoardItem>]; write: [letter: string] }>();
const chosen = ref<string | null>(null);
watch(
  () => props.board.id,
  () => (chosen.value = null),
);
const state = computed(() => props.board.states.find(({ id }) => id === chosen.value) ?? props.board.states[0] ?? null);
const at = computed(() => (state.value ? props.board.states.indexOf(state.value) : -1));
const put = (states: readonly BoardState[]) => emit('change', { states: [...states] });
const set = (change: Partial<BoardState>) =>
  put(props.board.states.map((one, n) => (n === at.value ? { ...one, ...change } : one)));
function move(by: number): void {
  const to = at.value + by;
  if (!state.value || to < 0 || to >= props.board.states.length) return;
  const states = [...props.board.states];
  chosen.value = state.value.id;
  states.splice(to, 0, ...states.splice(at.value, 1));
  put(states);
}
function add(): void {
  const id = idFrom(
    says.newState,
    props.board.states.map((one) => one.id),
    'state',
  ) as StateId;
  // Before the last, which is where entries mostly end.
  const states = [...props.board.states];
  states.splice(-1, 0, { id, title: says.newState, seen: true, setBy: ['poster', 'staff'], then: { is: 'goesOn' } });
  put(states);
  chosen.value = id;
}
const handItems = computed(() =>
  hands
    .filter((hand) => hand !== 'keepers' || props.board.keepers)
    .map((hand) => ({ title: says[`hand_${hand}`], value: hand as string })),
);
const thens = computed(() =>
  (['goesOn', 'noReplies', 'ends'] as const)
    .filter((is) => is !== 'noReplies' || props.board.reply)
    .map((is) => ({
      title: says[`then_${is}`],
      value: is as string,
    })),
);
function follow(is: string): void {
  set({ then: is === 'ends' ? { is, seenDays: 7 } : { is: is as 'goesOn' | 'noReplies' } });
}
/** What stands under a state in the lane. */
const lineOf = ({ then }: BoardState) => (then.is === 'goesOn' ? '' : says[`then_${then.is}`]);
</script>

<template>
  <div>
    <div class="lane" role="group" :aria-label="says.states">
      <div class="lane__end">
        <span class="lane__mark"><StandingMark standing="applicant" :word="false" /></span>
        <span class="lane__name">{{ says.written }}</span>
        <span class="lane__says">{{ says.writtenSays }}</span>
      </div>
      <button
        v-for="(one, n) in board.states"
        :key="one.id"
        type="button"
        class="lane__gate"
        :class="{ 'lane__gate--chosen': one.id === state?.id }"
        :aria-pressed="one.id === state?.id"
        @click="chosen = one.id"
        @keydown.alt.left.prevent="((chosen = one.id), move(-1))"
        @keydown.alt.right.prevent="((chosen = one.id), move(1))"
      >
        <span class="lane__plate">{{ n + 1 }}</span>
        <span class="lane__name">{{ one.title }}</span>
        <span v-if="lineOf(one)" class="lane__says">{{ lineOf(one) }}</span>
      </button>
    </div>
    <p v-if="faultAt('states')" class="field__fault" role="alert">{{ faultAt('states') }}</p>
    <div v-if="state" class="fieldset gate-panel">
      <p v-if="at === 0" class="quiet">{{ says.firstState }}</p>
      <div class="fieldset__three">
        <KitField
          id="state-title"
          :model-value="state.title"
          :label="says.stateIs"
          :fault="faultAt(`states.${at}.title`)"
          @update:model-value="set({ title: $event })"
        />
        <KitChoice
          :model-value="state.then.is"
          :label="says.stateThen"
          :items="thens"
          :fault="faultAt(`states.${at}.then`)"
          @update:model-value="follow"
        />
        <KitField
          v-if="state.then.is === 'ends'"
          id="state-days"
          kind="number"
          :model-value="String(state.then.seenDays)"
          :label="says.seenDays"
          :fault="faultAt(`states.${at}.then.seenDays`)"
          @update:model-value="set({ then: { is: 'ends', seenDays: typedCount($event) } })"
        />
      </div>
      <div class="fieldset__two">
        <KitTicks
          :model-value="state.setBy"
          :label="says.stateBy"
          :items="handItems"
          @update:model-value="set({ setBy: hands.filter((hand) => $event.includes(hand)) as HandOnEntry[] })"
        />
        <LetterChoice
          :model-value="state.letter"
          optional
          :label="says.stateLetter"
          @update:model-value="set({ letter: $event })"
          @write="emit('write', $event)"
        />
      </div>
      <VCheckbox
        class="kit-tick"
        :label="says.stateSeen"
        :model-value="state.seen"
        @update:model-value="set({ seen: $event === true })"
      />
      <div class="fieldset__foot">
        <span class="fieldset__end">
          <KitButton small :disabled="at === 0" @click="move(-1)">{{ says.earlier }}</KitButton>
          <KitButton small :disabled="at === board.states.length - 1" @click="move(1)">{{ says.later }}</KitButton>
          <KitButton small @click="add">{{ says.addState }}</KitButton>
        </span>
        <KitButton
          small
          kind="danger"
          :disabled="board.states.length <= 2"
          :aria-label="says.takeOutNamed({ name: state.title })"
          @click="put(board.states.filter(({ id }) => id !== state!.id))"
          >{{ says.takeOut }}</KitButton
        >
      </div>
    </div>
  </div>
</template>
