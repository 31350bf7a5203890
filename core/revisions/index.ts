export * from './changes';
export { titleIn } from './line';
export { itemTitle, linesOf } from './lines';
