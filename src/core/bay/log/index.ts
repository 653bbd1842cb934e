export { NEVER_TAKEN_BACK, OWN_WORD, mergeLog } from './merge';
export { type EventStamp, MOST_EVENTS_AT_ONCE, compareEvents } from './stamp';
