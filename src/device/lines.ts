import { ApiError } from './http';

type Line<T> = { done: number; of: number } | { answer: T } | { refusal: { code: string; message: string } };

/** Sends a file and reads the answer line by line as the work goes on; `onProgress` is told. Throws ApiError for a refusal, also one that comes at the end; what the browser says where `signal` stops it. */
export async function readLines<T>(
  url: string,
  file: Blob,
  onProgress: (progress: { done: number; of: number }) => void,
  signal: AbortSignal,
): Promise<T> {
  const response = await fetch(url, { method: 'POST', body: file, signal });
  if (!response.ok || !response.body) {
    const { code = 'unknown', message = 'The server did not answer as expected.' } = (await response
      .json()
      .catch(() => ({}))) as { code?: string; message?: string };
    throw new ApiError(response.status, code, message, []);
  }
  const reader = response.body.pipeThrough(new TextDecoderStream()).getReader();
  let rest = '';
  for (;;) {
    const { done, value } = await reader.read();
    const lines = (rest + (value ?? '')).split('\n');
    rest = lines.pop() ?? '';
    for (const text of lines.filter(Boolean)) {
      const line = JSON.parse(text) as Line<T>;
      if ('answer' in line) return line.answer;
      if ('refusal' in line) throw new ApiError(400, line.refusal.code, line.refusal.message, []);
      onProgress(line);
    }
    if (done)
      throw new ApiError(502, 'cut-off', 'The answer was cut off. Look at the library before you import again.', []);
  }
}
