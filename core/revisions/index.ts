export * from './changes';
export { itemTitle, linesOf } from './lines';
