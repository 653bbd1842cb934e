/** How long a page that is about to be opened waits to be on this tablet, milliseconds. */
const PATIENCE_MS = 3000;

/** Fetches pages ahead, so that they are there without a network. Settles when they are kept, or when that took too long or cannot be done here. */
export async function keepPages(pages: string[]): Promise<void> {
  const workers = typeof navigator === 'undefined' ? undefined : navigator.serviceWorker;
  if (!workers) return;
  const kept = workers.ready
    .then(
      ({ active }) =>
        new Promise<void>((resolve) => {
          const { port1, port2 } = new MessageChannel();
          port1.onmessage = () => resolve();
          active?.postMessage({ type: 'keep-pages', pages }, [port2]);
        }),
    )
    .catch(() => undefined);
  await Promise.race([kept, new Promise<void>((resolve) => setTimeout(resolve, PATIENCE_MS))]);
}
