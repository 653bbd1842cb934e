export { About } from './about';
