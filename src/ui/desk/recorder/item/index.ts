export { Inspector } from './inspector';
