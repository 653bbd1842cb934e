export { entryOf } from './lookup';
export { type Dates, datesIn, isTimeZone } from './dates';
export { foldText, slugOf } from './fold';
export { capital, ended, listed, lowerFirst, sentence, withArticle } from './sentences';
