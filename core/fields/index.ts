export * from './items';
export { FieldInput } from './input';
export { fieldKindOf, type ValueColumns } from './kinds';
export { hasShape, type ShapePiece } from './shape';
export * from './show';
export * from './mail';
export * from './read';
export * from './form';
