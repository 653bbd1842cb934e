export { entryOf } from './lookup';
export { type Dates, datesIn, isTimeZone } from './dates';
export { foldText, slugOf } from './fold';
export { say, type Sentence } from './sentence';
export { capital, ended, hasArticle, listed, lowerFirst, unended, withArticle } from './sentences';
