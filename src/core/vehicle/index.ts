export * from './zones';
export * from './sides';
export * from './applies';
export * from './search-query';
export * from './relatives';
export * from './vin';
