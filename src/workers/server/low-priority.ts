import { readlinkSync } from 'node:fs';
import { setPriority } from 'node:os';
import { isMainThread } from 'node:worker_threads';

/** How far heavy work stands back (nice value, −20…19): about a tenth of a core where somebody waits for an answer. */
const NICE = 10;

// On Linux a thread has a priority of its own, under its own number (setpriority(2), "C library/kernel differences"). Elsewhere nothing is changed.
if (!isMainThread)
  try {
    setPriority(Number(readlinkSync('/proc/thread-self').split('/').at(-1)), NICE);
  } catch {
    // Heavy work is then as urgent as the rest.
  }
