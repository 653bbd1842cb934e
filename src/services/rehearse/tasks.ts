import type { TaskForm } from '../../contracts/schemas';
import type { TaskView } from '../../contracts/views';
import { invalid } from '../../core/errors';
import { recordedId } from '../../core/document';
import {
  dbOf,
  deleteTask,
  getProcedureRow,
  listTasks,
  setTask as keepTask,
  type Actor,
  type Branch,
  type TaskRow,
} from '../../data';
import { everybodysNames, worksHere } from '../people';
import { demand } from '../permission';

/** A lead wants somebody of the branch to rehearse a procedure before a first real job. Throws `invalid` for somebody who does not work here. */
export async function setRehearsal(by: Actor, { person, procedure, level }: TaskForm): Promise<void> {
  demand(by, 'set-tasks');
  const db = dbOf(by);
  await getProcedureRow(db, procedure);
  if (!(await worksHere(db, by, person))) throw invalid('not-here', 'Nobody of that name works here.');
  await keepTask(db, { person, procedure, level, setBy: by.id });
}

/** Takes that back. */
export async function dropRehearsal(by: Actor, { person, procedure }: Omit<TaskForm, 'level'>): Promise<void> {
  demand(by, 'set-tasks');
  const db = dbOf(by);
  await deleteTask(db, person, procedure);
}

/** Tasks with the names of people: of a branch, or of one of them. */
export async function tasksOf(branch: Branch, person: string | null): Promise<TaskView[]> {
  const db = dbOf(branch);
  const [rows, names] = await Promise.all([listTasks(db, branch, person), everybodysNames(branch)]);
  return rows.map((row) => viewOf(row, names));
}

/** What people of a branch are to rehearse before working by these procedures, and have not. */
export async function stillToRehearse(branch: Branch, procedures: string[]): Promise<TaskRow[]> {
  const db = dbOf(branch);
  const ids = new Set(procedures.map(recordedId));
  return (await listTasks(db, branch, null)).filter(({ procedure, doneAt }) => ids.has(procedure) && doneAt === null);
}

const viewOf = (
  { person, procedure, title, level, setBy, setAt, doneAt }: TaskRow,
  names: Record<string, string>,
): TaskView => ({
  person,
  personName: names[person] ?? person,
  procedure,
  title,
  level,
  setBy: names[setBy] ?? setBy,
  setAt: setAt.toISOString(),
  doneAt: doneAt?.toISOString() ?? null,
});
