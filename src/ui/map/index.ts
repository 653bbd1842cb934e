export * from './panel-map';
export * from './peel';
export * from './item-list';
export * from './mark';
export * from './geometry';
export * from './visibility';
export * from './outlines';
export * from './thumb';
export { numbersOf } from './call-outs';
