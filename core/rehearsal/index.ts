export { sampleAnswers } from './sample';
export { tryForm, type Trial } from './trial';
