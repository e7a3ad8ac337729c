import { api, need, Problem, type Session } from '$lib/api/client';

/** Who is logged in, if anybody; and what the role allows, to show only what works. The server decides. */
class SessionState {
  who = $state<Session | undefined>();

  readonly mayAct = $derived(this.who?.role === 'ENGINEER' || this.who?.role === 'ADMINISTRATOR');
  readonly mayApprove = $derived(this.who?.role === 'APPROVER' || this.who?.role === 'ADMINISTRATOR');
  /** Whether it may say that what was altered elsewhere is accounted for. */
  readonly mayAccount = $derived(this.mayAct || this.mayApprove);
  readonly isDemo = $derived(this.who?.isDemo ?? false);
  readonly mayManage = $derived(this.who?.role === 'ADMINISTRATOR');

  /** False if nobody is logged in. */
  async load(): Promise<boolean> {
    try {
      this.who = await need(api.GET('/api/session'));
      return true;
    } catch (thrown) {
      if (thrown instanceof Problem && thrown.status === 401) return false;
      throw thrown;
    }
  }

  async logIn(name: string, password: string) {
    // Asking first gets the cookie against forged requests.
    if (!document.cookie.includes('XSRF-TOKEN')) await this.load();
    this.who = await need(api.POST('/api/session', { body: { name, password } }));
  }

  async logOut() {
    await need(api.DELETE('/api/session'));
    this.who = undefined;
  }
}

export const session = new SessionState();
