export * from './changes';
export { plainWords, titleIn, type Line } from './line';
export { itemTitle, linesOf } from './lines';
export { gateLines, grantWords } from './path.lines';
