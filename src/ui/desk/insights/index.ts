export { Insights } from './insights';
