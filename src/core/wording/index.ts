export { type Instruction, gateWords, instructionFor } from './instructions';
