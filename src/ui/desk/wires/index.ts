export { Wires } from './wires';
