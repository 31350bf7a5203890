/** Purpose: what each kind of block is shown by. Each takes the block's view as `block`. */
import type { Component } from 'vue';
import type { BlockView } from '../../../contract';
import CalendarBlock from './CalendarBlock.vue';
import CallBlock from './CallBlock.vue';
import CardBlock from './CardBlock.vue';
import GreetingBlock from './GreetingBlock.vue';
import HeadingBlock from './HeadingBlock.vue';
import LevelsBlock from './LevelsBlock.vue';
import PointsBlock from './PointsBlock.vue';
import TextBlock from './TextBlock.vue';

export const blockParts = {
  greeting: GreetingBlock,
  heading: HeadingBlock,
  text: TextBlock,
  points: PointsBlock,
  callToAction: CallBlock,
  calendar: CalendarBlock,
  card: CardBlock,
  levels: LevelsBlock,
} satisfies Record<BlockView['kind'], Component>;
