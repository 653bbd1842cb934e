import { forgetPerson, isLeaving, noteLeaving } from '@/device';
import { send } from '../../device/http';

/** Signs the person out: at the server, or as soon as it can be reached; and off this tablet at once. */
export async function leave(): Promise<void> {
  noteLeaving(true);
  await forgetPerson('left').catch(() => undefined);
  await finishLeaving();
  // What was being fetched ahead while the server still knew the person.
  await forgetPerson('left').catch(() => undefined);
}

/** Tells the server of a sign-out that it could not be told of before. True where there was one and it knows now. */
export async function finishLeaving(): Promise<boolean> {
  if (!isLeaving()) return false;
  return send('POST', '/api/sign-out').then(
    () => {
      noteLeaving(false);
      return true;
    },
    () => false,
  );
}
