/** "23 min"; never less than one. */
export const minutes = (seconds: number) => `${Math.max(1, Math.round(seconds / 60))} min`;
/** "2:05" */
export const clock = (seconds: number) =>
  `${Math.floor(Math.round(seconds) / 60)}:${String(Math.round(seconds) % 60).padStart(2, '0')}`;
