export { NewJob } from './new-job';
