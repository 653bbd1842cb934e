export { QuotePage } from './quote-page';
export { AgainstQuote } from './against';
