export { RehearsalScreen } from './rehearsal';
