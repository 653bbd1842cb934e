export { Bench } from './bench';
