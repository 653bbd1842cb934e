export { Find } from './find';
