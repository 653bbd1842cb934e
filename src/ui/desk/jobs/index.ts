export * from './job-board';
export * from './job-page';
export * from './new-job';
export * from './stage-words';
