export * from './store';
export * from './leave';
export { isLeaving, noteLeaving, noteSessionEnd, sessionEnd } from './session-end';
export * from './take-photo';
export * from './device';
