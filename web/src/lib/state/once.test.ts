import { describe, expect, it, vi } from 'vitest';
import { once } from './once';

const event = () => ({ preventDefault: vi.fn() }) as unknown as SubmitEvent;

describe('once', () => {
  it('takes what is sent before the first was answered as the same', async () => {
    let answer = () => {};
    const deed = vi.fn(() => new Promise<void>((resolve) => (answer = resolve)));
    const send = once(deed);
    const [first, second] = [event(), event()];
    const sent = send(first);
    await send(second);
    expect(deed).toHaveBeenCalledTimes(1);
    expect(second.preventDefault).toHaveBeenCalled();
    answer();
    await sent;
    void send(event());
    expect(deed).toHaveBeenCalledTimes(2);
  });

  it('can be sent again after it failed', async () => {
    const deed = vi.fn(() => Promise.reject(new Error('no server')));
    const send = once(deed);
    await expect(send(event())).rejects.toThrow();
    await expect(send(event())).rejects.toThrow();
    expect(deed).toHaveBeenCalledTimes(2);
  });
});
