import { expect, it } from 'vitest';
import { linesOf } from './lines';

const bytes = new TextEncoder().encode('{"a":"ö"}\n\n{"a":2}\n');

function stream(...cuts: number[]): ReadableStream<Uint8Array> {
  return new ReadableStream({
    start(controller) {
      let from = 0;
      for (const cut of [...cuts, bytes.length]) {
        controller.enqueue(bytes.slice(from, cut));
        from = cut;
      }
      controller.close();
    }
  });
}

it('puts lines together however they were cut', async () => {
  for (let cut = 0; cut <= bytes.length; cut++) {
    const got: unknown[] = [];
    for await (const line of linesOf(stream(cut))) got.push(line);
    expect(got).toEqual([{ a: 'ö' }, { a: 2 }]);
  }
});

it('can be left early', async () => {
  for await (const line of linesOf(stream(12))) {
    expect(line).toEqual({ a: 'ö' });
    break;
  }
});
