import Joi from 'joi';
import { GESTURES, type Level, LEVELS, type Move } from '../../core/rehearse';

/** What somebody wants to rehearse. */
export interface RehearseForm {
  procedure: string;
  /** The draft as it stands, not what is published. */
  draft: boolean;
  level: Level;
  bothWays: boolean;
  goals: string[];
  options: Record<string, string>;
}
const id = Joi.string().min(1).max(100);
const key = Joi.string().min(1).max(300);
export const rehearseSchema = Joi.object<RehearseForm>({
  procedure: id.required(),
  draft: Joi.boolean().default(false),
  level: Joi.valid(...LEVELS).required(),
  bothWays: Joi.boolean().default(true),
  goals: Joi.array().items(key).min(1).max(20).required().messages({ 'array.min': 'Say what you want out.' }),
  options: Joi.object().pattern(Joi.string().max(60), Joi.string().max(60)).max(40).default({}),
});

/** Moves of a rehearsal at most: a door takes a hundred or two. */
const MOST_MOVES = 3000;
const map = (value: Joi.Schema) => Joi.object().pattern(key, value).max(400);
const move = Joi.alternatives(
  Joi.object({ do: Joi.valid('take').required(), tool: Joi.string().min(1).max(60).required() }),
  Joi.object({ do: Joi.valid('use').required(), item: key.required(), pieces: Joi.number().integer().min(1).max(500) }),
  Joi.object({
    do: Joi.valid('pull').required(),
    item: key.required(),
    gesture: Joi.valid(...GESTURES).required(),
    mm: Joi.number().min(0).max(1000),
    at: Joi.array().ordered(Joi.number().required(), Joi.number().required()),
    region: Joi.string().max(80),
  }),
  Joi.object({ do: Joi.valid('vehicle').required(), step: Joi.valid('check', 'batteryOff', 'wait').required() }),
  Joi.object({ do: Joi.valid('hint', 'turn-back', 'stop').required() }),
  Joi.object({
    do: Joi.valid('sort').required(),
    pieces: map(Joi.string().max(200)).required(),
    wires: map(Joi.string().max(40)).required(),
  }),
  Joi.object({ do: Joi.valid('back').required(), step: key.required() }),
  Joi.object({ do: Joi.valid('look').required(), gate: key.required(), check: key.required() }),
  Joi.object({ do: Joi.valid('answer').required(), gate: key.required(), fine: map(Joi.boolean()).required() }),
);

/** A rehearsal that is over, as it was done. */
export interface RehearsedForm {
  moves: Move[];
  takenSeconds: number;
}
export const rehearsedSchema = Joi.object<RehearsedForm>({
  moves: Joi.array().items(move).max(MOST_MOVES).required(),
  takenSeconds: Joi.number().integer().min(0).max(86_400).required(),
});

export interface TaskForm {
  person: string;
  procedure: string;
  level: Level;
}
export const taskSchema = Joi.object<TaskForm>({
  person: id.required(),
  procedure: id.required(),
  level: Joi.valid(...LEVELS).required(),
});
export const taskKeySchema = Joi.object<Omit<TaskForm, 'level'>>({ person: id.required(), procedure: id.required() });

/** A rehearsal in an address. */
export const rehearsalAddressSchema = Joi.string().guid().required();
