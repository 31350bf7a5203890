export { line, order, sayings, titleIn, type Line, type Titled } from './line';
