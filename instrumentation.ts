/** How often sessions that have ended are swept out, milliseconds. */
const SWEEP_MS = 3_600_000;

/** Runs once when the server starts: listens for news from the start, and sweeps out what has ended. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs' || !process.env.DATABASE_URL) return;
  const { keepOlderReports, startNews, sweepLeftovers, sweepOut } = await import('@/services');
  startNews();
  const sweep = () => void sweepOut().catch(() => undefined);
  sweep();
  // What a process left behind that ended in the middle of an upload, and what older versions finished without keeping it.
  void sweepLeftovers().catch(() => undefined);
  void keepOlderReports().catch((error: Error) => process.stderr.write(`${error.message}\n`));
  setInterval(sweep, SWEEP_MS).unref();
}
