import { fireEvent, render, screen } from '@testing-library/svelte';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { api } from '$lib/api/client';
import FindBox from './FindBox.svelte';

const goto = vi.hoisted(() => vi.fn());
vi.mock('$app/navigation', () => ({ goto }));

type Answer = (names: string[]) => void;
let answers: Answer[] = [];

/** Devices are found when a test says so; no label or note is. */
beforeEach(() => {
  answers = [];
  vi.spyOn(api, 'GET').mockImplementation(((path: string) => {
    if (path !== '/api/devices') return Promise.resolve({ data: [], response: new Response() });
    return new Promise((done) => {
      answers.push((names) => {
        const devices = names.map((name) => ({
          name,
          site: 'Brackwater',
          model: 'C2048',
          host: '127.20.1.1'
        }));
        done({ data: { devices }, response: new Response() });
      });
    });
  }) as never);
  render(FindBox);
});

afterEach(() => {
  vi.restoreAllMocks();
  goto.mockReset();
});

const box = () => screen.getByRole<HTMLInputElement>('combobox');
const type = (value: string) => fireEvent.input(box(), { target: { value } });
const press = (key: string) => fireEvent.keyDown(box(), { key });
/** Without the last one, which leads to the search in all configurations. */
const options = () =>
  screen
    .queryAllByRole('option')
    .map((each) => each.textContent?.trim() ?? '')
    .filter((each) => !each.startsWith('Lines with'));
const chosen = () => screen.queryAllByRole('option', { selected: true })[0]?.textContent ?? '';

async function finds(text: string, names: string[]) {
  await type(text);
  answers.at(-1)?.(names);
  await vi.waitFor(() => expect(options()).toHaveLength(names.length));
}

describe('the box that finds devices', () => {
  it('asks nothing for blanks', async () => {
    await type('   ');
    expect(answers).toHaveLength(0);
    expect(box().getAttribute('aria-expanded')).toBe('false');
  });

  it('says so when nothing is found', async () => {
    await type('kiosk');
    answers[0]?.([]);
    await vi.waitFor(() => expect(options()[0]).toMatch(/^No device/));
  });

  it('shows what was found for the latest text, whichever answer comes last', async () => {
    await type('brk');
    await type('brkw-c');
    answers[1]?.(['brkw-core-1']);
    await vi.waitFor(() => expect(options()[0]).toContain('brkw-core-1'));
    answers[0]?.(['brkw-acc-1', 'brkw-acc-2']);
    await Promise.resolve();
    expect(options()).toHaveLength(1);
  });

  it('goes through what it found by arrow keys, no further than its ends, and opens it', async () => {
    await finds('brkw', ['brkw-acc-1', 'brkw-acc-2', 'brkw-core-1']);
    await press('ArrowUp');
    expect(chosen()).toContain('brkw-acc-1');
    for (let i = 0; i < 5; i++) await press('ArrowDown');
    expect(chosen()).toContain('Lines with “brkw”');
    expect(box().getAttribute('aria-activedescendant')).toBe('found-3');
    await press('ArrowUp');
    expect(chosen()).toContain('brkw-core-1');
    await press('ArrowUp');
    await press('Enter');
    await vi.waitFor(() => expect(goto).toHaveBeenCalledExactlyOnceWith('/devices/brkw-acc-2'));
    expect(box().value).toBe('');
  });

  it('opens what is found for the whole text, though Enter comes before the answer', async () => {
    await finds('brkw', ['brkw-acc-1']);
    await type('cairn');
    await press('Enter');
    expect(goto).not.toHaveBeenCalled();
    answers[1]?.(['cairn-core-1']);
    await vi.waitFor(() => expect(goto).toHaveBeenCalledExactlyOnceWith('/devices/cairn-core-1'));
  });

  it('is emptied by Escape and leads nowhere, though an answer comes late', async () => {
    await finds('brkw', ['brkw-acc-1']);
    await type('cairn');
    await press('Enter');
    await press('Escape');
    answers[1]?.(['cairn-core-1']);
    await vi.waitFor(() => expect(box().value).toBe(''));
    await press('Enter');
    await new Promise(requestAnimationFrame);
    expect(goto).not.toHaveBeenCalled();
    expect(box().getAttribute('aria-expanded')).toBe('false');
  });

  it('leads to the search when nothing else is found', async () => {
    await type('vlan 340');
    answers[0]?.([]);
    await vi.waitFor(() => expect(chosen()).toContain('Lines with “vlan 340”'));
    await press('Enter');
    await vi.waitFor(() => expect(goto).toHaveBeenCalledExactlyOnceWith('/search?text=vlan+340'));
  });

  it('leaves other keys to the text', async () => {
    await finds('brkw', ['brkw-acc-1']);
    expect(await press('a')).toBe(true);
    expect(await press('ArrowDown')).toBe(false);
  });
});
