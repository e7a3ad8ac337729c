import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { live } from './live.svelte';

class FakeSource extends EventTarget {
  static CLOSED = 2;
  static last: FakeSource;
  readyState = 1;
  onopen = () => {};
  onerror = () => {};
  constructor(readonly url: string) {
    super();
    FakeSource.last = this;
  }
  close() {}
  send(kind: string, data: string) {
    this.dispatchEvent(Object.assign(new Event(kind), { data }));
  }
}

describe('live events', () => {
  beforeEach(() => {
    vi.useFakeTimers();
    vi.stubGlobal('EventSource', FakeSource);
    live.open();
  });

  afterEach(() => {
    live.close();
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });

  it('are gathered, so that a hundred of them load a page once', () => {
    const load = vi.fn();
    live.on('job', load);
    for (let i = 0; i < 100; i++) FakeSource.last.send('job', '7');
    vi.advanceTimersByTime(1000);
    expect(load).toHaveBeenCalledOnce();
    expect(load).toHaveBeenCalledWith(7);
  });

  it('make every page catch up after the connection was lost, and say that it was', () => {
    const load = vi.fn();
    live.on('fleet', load);
    FakeSource.last.onerror();
    expect(live.connected).toBe(false);
    FakeSource.last.onopen();
    FakeSource.last.send('again', '0');
    vi.advanceTimersByTime(1000);
    expect(live.connected).toBe(true);
    expect(load).toHaveBeenCalledOnce();
  });

  it('are opened anew when the server has closed them', () => {
    const first = FakeSource.last;
    first.readyState = FakeSource.CLOSED;
    first.onerror();
    vi.advanceTimersByTime(5000);
    expect(FakeSource.last).not.toBe(first);
  });

  it('are taken for lost after a silence, and asked for anew', () => {
    const first = FakeSource.last;
    vi.advanceTimersByTime(20_000);
    first.send('beat', '0');
    vi.advanceTimersByTime(20_000);
    expect([live.connected, FakeSource.last]).toEqual([true, first]);
    vi.advanceTimersByTime(10_000);
    expect(live.connected).toBe(false);
    expect(FakeSource.last).not.toBe(first);
    const since = live.lostAt;
    live.tryNow();
    expect(live.lostAt).toBe(since);
    FakeSource.last.onopen();
    expect(live.lostAt).toBeUndefined();
  });

  it('do not reach a page that was left', () => {
    const load = vi.fn();
    live.on('job', load)();
    FakeSource.last.send('job', '7');
    vi.advanceTimersByTime(1000);
    expect(load).not.toHaveBeenCalled();
  });
});
