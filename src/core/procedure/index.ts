export * from './types';
export * from './items';
export * from './references';
export * from './presence';
export * from './layers';
export * from './names';
export * from './edit';
export * from './mirror';
