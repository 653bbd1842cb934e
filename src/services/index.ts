export * from './permission';
export * from './secrets';
export * from './sign-in';
export * from './devices';
export * from './customers';
export * from './event-door';
export * from './health';
export * from './leftovers';
export { VERSION } from './version';
export * from './people';
export * from './branches';
export * from './shop';
export * from './library';
export * from './lifecycle';
export * from './variants';
export * from './wires';
export * from './exchange';
export { asPerson, endHeavy } from './heavy';
export * from './planning';
export * from './known-vehicles';
export * from './jobs';
export * from './board';
export * from './bench';
export * from './speakers';
export * from './findings';
export * from './template';
export * from './runs';
export * from './record-run';
export * from './logs';
export * from './visits';
export * from './photos';
export * from './recordings';
export * from './quotes';
export * from './insights';
export * from './search';
export * from './stores';
export * from './day';
export {
  beginRehearsal,
  dropRehearsal,
  finishRehearsal,
  rehearseChoices,
  setRehearsal,
  tryDoor,
  viewRehearsal,
  viewRehearse,
  viewTesters,
} from './rehearse';
export * from './shop-tools';
export * from './flags';
export * from './report';
export type { Actor } from '../data';
