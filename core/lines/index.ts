export { doorWords, line, order, plainWords, sayings, titleIn, type Line } from './line';
