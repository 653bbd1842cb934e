export * from './events';
export * from './fold';
export * from './lines';
export * from './compare';
export * from './outlines';
export * from './words';
