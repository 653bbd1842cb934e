/** The vehicle's own side, whoever drives. */
export type Side = 'left' | 'right' | 'centre';
/** Which side the steering wheel is on; `any` where it does not matter. */
export type Steering = 'left' | 'right' | 'any';

/** The other side; the centre stays the centre. */
export const oppositeSide = (side: Side): Side => (side === 'left' ? 'right' : side === 'right' ? 'left' : 'centre');

/** "left (driver's)": the vehicle's side with whose it is, where the steering side is known. */
export function sideWords(side: Side, steering: Steering = 'any'): string {
  if (side === 'centre') return 'centre';
  if (steering === 'any') return side;
  return `${side} (${side === steering ? "driver's" : "passenger's"})`;
}

/** A title with its side, where it has one: "Velden Kite, rear door, left". */
export const titleWithSide = ({ title, side }: { title: string; side: Side }): string =>
  side === 'centre' ? title : `${title}, ${side}`;
