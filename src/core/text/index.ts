export { foldText, slugOf } from './fold';
export { capital, listed, lowerFirst, sentence } from './sentences';
