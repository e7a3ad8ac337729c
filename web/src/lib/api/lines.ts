/** Reads an answer that comes as one JSON object a line (application/x-ndjson), each as soon as it is whole. */
export async function* linesOf<T>(body: ReadableStream<Uint8Array>): AsyncGenerator<T> {
  const reader = body.getReader();
  const decoder = new TextDecoder();
  let rest = '';
  try {
    while (true) {
      const { done, value } = await reader.read();
      rest += done ? decoder.decode() : decoder.decode(value, { stream: true });
      const lines = rest.split('\n');
      rest = lines.pop() ?? '';
      for (const line of lines) if (line !== '') yield JSON.parse(line) as T;
      if (done) return;
    }
  } finally {
    // Leaving early tells the server to stop.
    await reader.cancel().catch(() => {});
  }
}
