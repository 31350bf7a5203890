export * from './items';
export { FieldInput } from './input';
export { fieldKindOf, type ValueColumns } from './kinds';
export { sayDay } from './kinds/dates';
export { hasShape, type ShapePiece } from './shape';
export * from './show';
export * from './mail';
export * from './read';
export * from './form';
