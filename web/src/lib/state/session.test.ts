import { afterEach, describe, expect, it, vi } from 'vitest';
import { api, type Session } from '$lib/api/client';
import { session } from './session.svelte';

const person = (role: Session['role']) => ({
  data: { name: 'r.anand', role, isDemo: false } as Session,
  response: new Response()
});
const status = (code: number) => ({ error: {}, response: new Response(null, { status: code }) });

afterEach(() => {
  vi.restoreAllMocks();
  session.who = undefined;
});

describe('who is logged in', () => {
  it.each([
    ['VIEWER', false, false],
    ['APPROVER', false, false],
    ['ENGINEER', true, false],
    ['ADMINISTRATOR', true, true]
  ] as const)('as %s is shown what that role may do', async (role, mayAct, mayManage) => {
    vi.spyOn(api, 'GET').mockResolvedValue(person(role) as never);
    expect(await session.load()).toBe(true);
    expect([session.mayAct, session.mayManage]).toEqual([mayAct, mayManage]);
  });

  it('is nobody when the server says so', async () => {
    vi.spyOn(api, 'GET').mockResolvedValue(status(401) as never);
    expect(await session.load()).toBe(false);
    expect(session.mayAct).toBe(false);
  });

  it('is not taken for nobody when the server cannot tell', async () => {
    vi.spyOn(api, 'GET').mockResolvedValue(status(500) as never);
    await expect(session.load()).rejects.toThrow();
  });

  it('stays who it was when the password is wrong', async () => {
    vi.spyOn(api, 'GET').mockResolvedValue(status(401) as never);
    vi.spyOn(api, 'POST').mockResolvedValue(status(401) as never);
    await expect(session.logIn('r.anand', 'wrong')).rejects.toMatchObject({ status: 401 });
    expect(session.who).toBeUndefined();
  });

  it('is nobody after leaving', async () => {
    vi.spyOn(api, 'GET').mockResolvedValue(person('ENGINEER') as never);
    await session.load();
    vi.spyOn(api, 'DELETE').mockResolvedValue({ response: new Response(null, { status: 204 }) } as never);
    await session.logOut();
    expect(session.who).toBeUndefined();
  });
});
