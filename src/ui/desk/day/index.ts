export { DayPage } from './day-page';
