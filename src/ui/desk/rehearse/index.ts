export { BeginForm } from './begin-form';
export { Rehearse } from './rehearse';
