export { JobBoard } from './job-board';
export { JobPage } from './job-page';
