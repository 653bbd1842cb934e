export { WireSwatch } from './wire-swatch';
export { Wires } from './wires';
