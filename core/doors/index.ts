export * from './rule';
export * from './prepare';
export * from './compile';
export * from './describe';
export * from './explain';
export * from './doors';
export * from './ways';
export { columnsOf } from './columns';
export { alwaysOrNever, covers, type Decided } from './decide';
