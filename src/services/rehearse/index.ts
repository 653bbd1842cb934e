export { beginRehearsal, rehearseChoices, viewRehearsal } from './begin';
export { finishRehearsal } from './finish';
export { viewRehearse } from './home';
export { dropRehearsal, setRehearsal } from './tasks';
export { viewTesters } from './testers';
export { tryDoor } from './try-door';
