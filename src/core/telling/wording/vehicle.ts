import type { Draft, WaitSource } from './step-site';

/** Work on the vehicle as a whole, in words. */
export function vehicleWords(type: string, item: string, wait?: WaitSource | null): Draft {
  switch (type) {
    case 'check':
      return {
        verb: 'Before the battery',
        thing: 'goes off',
        lines: ['Windows where they are needed. Latches and bonnet open', 'Radio code and memory settings noted'],
        done: 'All done',
      };
    case 'batteryOff':
      return {
        verb: 'Disconnect',
        thing: 'the battery',
        lines: ['Negative first. Insulate it so that it cannot spring back'],
        done: 'Battery is off',
      };
    case 'wait':
      return {
        verb: 'Wait',
        thing: 'as the vehicle maker says',
        lines: waitLines(wait),
        done: 'The time is over',
      };
    case 'batteryOn':
      return {
        verb: 'Reconnect',
        thing: 'the battery',
        lines: ['Every SRS connector is plugged in. Keep hands clear of the glass'],
        done: 'Battery is on',
      };
    default:
      return { verb: 'Look', thing: item.replace(/-/g, ' '), lines: [], done: 'Done' };
  }
}

/** How long, and by whose word: this vehicle's figure, the shop's usual one said to be that, or the maker's manual. */
function waitLines(wait: WaitSource | null | undefined): string[] {
  const before = 'Do not touch an SRS connector before';
  if (!wait) return [`The time is in the vehicle maker's manual. ${before}`];
  const minutes = wait.seconds % 60 === 0 ? `${wait.seconds / 60} min` : `${wait.seconds} s`;
  return wait.isFallback
    ? [`${minutes} is the shop's usual wait (${wait.source}), not this vehicle's: check the maker's manual. ${before}`]
    : [`${minutes} on this vehicle (${wait.source}). ${before}`];
}
