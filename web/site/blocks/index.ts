/** Purpose: what each kind of block is shown by. Each takes the block's view as `block`. */
import type { Component } from 'vue';
import type { BlockView } from '../../../contract';
import CalendarBlock from './CalendarBlock.vue';
import CallBlock from './CallBlock.vue';
import CardBlock from './CardBlock.vue';
import CardsBlock from './CardsBlock.vue';
import ColumnsBlock from './ColumnsBlock.vue';
import DirectoryBlock from './DirectoryBlock.vue';
import FileBlock from './FileBlock.vue';
import GreetingBlock from './GreetingBlock.vue';
import HeadingBlock from './HeadingBlock.vue';
import LevelsBlock from './LevelsBlock.vue';
import PlacedBlock from './PlacedBlock.vue';
import PictureBlock from './PictureBlock.vue';
import QuestionsBlock from './QuestionsBlock.vue';
import TextBlock from './TextBlock.vue';
import VideoBlock from './VideoBlock.vue';

export const blockParts = {
  greeting: GreetingBlock,
  heading: HeadingBlock,
  text: TextBlock,
  picture: PictureBlock,
  columns: ColumnsBlock,
  cards: CardsBlock,
  callToAction: CallBlock,
  questions: QuestionsBlock,
  calendar: CalendarBlock,
  video: VideoBlock,
  file: FileBlock,
  directory: DirectoryBlock,
  placed: PlacedBlock,
  card: CardBlock,
  levels: LevelsBlock,
} satisfies Record<BlockView['kind'], Component>;
