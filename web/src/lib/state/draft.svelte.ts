import { api, need, type ChangeRow } from '$lib/api/client';
import { session } from './session.svelte';

/** The draft change to which one's own edits go, wherever on the pages they are made. */
class Draft {
  #row = $state.raw<ChangeRow | undefined>();

  get row() {
    return this.#row;
  }

  load = async () => {
    if (!session.mayAct) return;
    const answer = await need(api.GET('/api/changes/draft')).catch(() => undefined);
    this.#row = answer && 'number' in answer ? answer : undefined;
  };

  /** Adds an edit to it; the server begins one if there is none. */
  add = async (edit: {
    device: string;
    kind: 'LINES' | 'PUT_BACK' | 'RESTORE' | 'REPAIR';
    lines?: string[];
    revision?: number;
    parts?: string[];
    standard?: string;
    tag?: string;
    note?: string;
    change?: number;
  }) => {
    const change = await need(api.POST('/api/change-edits', { body: edit }));
    await this.load();
    return change;
  };
}

export const draft = new Draft();
