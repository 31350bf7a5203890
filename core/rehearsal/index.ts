export { MadeUp, madeUpAnswers, madeUpFacts } from './madeUp';
export { sampleAnswers } from './sample';
export { tryForm, type Trial } from './trial';
