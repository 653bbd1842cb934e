export * from './permission';
export * from './sign-in';
export * from './people';
export * from './shop';
export * from './library';
export * from './planning';
export * from './jobs';
export * from './runs';
export type { Person } from '../data';
