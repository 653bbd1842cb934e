export { areasOf, squareAround } from './areas';
export * from './panel-map';
export * from './peel';
export * from './item-list';
export * from './mark';
export * from './thumb';
