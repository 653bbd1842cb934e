export { Library } from './library';
