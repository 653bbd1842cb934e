export { Branches } from './branches';
export * from './settings';
