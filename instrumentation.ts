/** How often sessions that have ended are swept out, milliseconds. */
const SWEEP_MS = 3_600_000;

/** Runs once when the server starts: listens for news from the start, and sweeps out what has ended. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs' || !process.env.DATABASE_URL) return;
  const { startNews, sweepOut } = await import('@/services');
  startNews();
  const sweep = () => void sweepOut().catch(() => undefined);
  sweep();
  setInterval(sweep, SWEEP_MS).unref();
}
