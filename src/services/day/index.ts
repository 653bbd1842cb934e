export { lateSoon, viewDay } from './view';
export { changeJobTimes, moveJob, takeOffDay, takeOrder } from './moves';
export { suggestDay } from './suggestion';
