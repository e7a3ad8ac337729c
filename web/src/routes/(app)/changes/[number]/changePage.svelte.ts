import { api, need, type Change, type ChangePreview, type ChangeRun } from '$lib/api/client';
import type { Manner } from '$lib/parts/change/manner';
import { draft } from '$lib/state/draft.svelte';
import { Doing } from '$lib/state/doing.svelte';
import { saveFrom } from '$lib/files/saveFile';
import { session } from '$lib/state/session.svelte';

/** Which of the changes that were kept later are undone, too. */
export type Later = 'NONE' | 'SAME_DEVICES' | 'ALL';

/** A deed that begins with a question. */
export type Asked = 'run' | 'time' | 'manner' | 'back' | 'drop';

/** A change with what it would do and what its runs did. */
export class ChangePage {
  change = $state.raw<Change | undefined>();
  preview = $state.raw<ChangePreview | undefined>();
  runs = $state.raw<ChangeRun[]>([]);
  readonly #number: number;
  #asked = 0;

  readonly doing: Doing;
  readonly isOpen = $derived(['DRAFT', 'PROPOSED', 'APPROVED'].includes(this.change?.state ?? ''));
  readonly mayEdit = $derived(this.isOpen && session.mayAct);
  readonly isReady = $derived(
    (this.preview?.devices ?? []).some((device) => device.isReady) &&
      (this.preview?.devices ?? []).every(
        (device) =>
          device.misfits.length === 0 && !device.breaches.some((breach) => breach.binding === 'REFUSE')
      )
  );

  constructor(number: number) {
    this.#number = number;
    this.doing = new Doing(this.#load);
  }

  /** What was asked first may be answered last: only the latest answers count, all of them or none. */
  #load = async () => {
    const mine = ++this.#asked;
    const params = { path: { number: this.#number } };
    const change = await need(api.GET('/api/changes/{number}', { params }));
    const runs = await need(api.GET('/api/changes/{number}/runs', { params }));
    // What stands on the devices by now is no measure of what an ended change did.
    const isOver = ['KEPT', 'DROPPED'].includes(change.state);
    const preview = isOver ? undefined : await need(api.GET('/api/changes/{number}/preview', { params }));
    if (mine !== this.#asked) return;
    [this.change, this.runs, this.preview] = [change, runs, preview];
  };

  #params = () => ({ params: { path: { number: this.#number } } });

  #edit = (id: number) => ({ params: { path: { number: this.#number, id } } });

  #act = async (deed: () => Promise<unknown>) => {
    const isDone = await this.doing.act(deed);
    await draft.load();
    return isDone;
  };

  describe = (title: string, note: string, savesFirst: boolean) =>
    this.#act(() =>
      need(api.PUT('/api/changes/{number}', { ...this.#params(), body: { title, note, savesFirst } }))
    );

  runIn = (change: Change, manner: Manner) =>
    this.#act(() =>
      need(
        api.PUT('/api/changes/{number}', {
          ...this.#params(),
          body: { title: change.title, note: change.note, savesFirst: change.savesFirst, manner }
        })
      )
    );

  acknowledge = (change: Change, acknowledged: string) =>
    this.#act(() =>
      need(
        api.PUT('/api/changes/{number}', {
          ...this.#params(),
          body: { title: change.title, note: change.note, savesFirst: change.savesFirst, acknowledged }
        })
      )
    );

  /** The number of the change for the devices that were left out; nothing if that is refused. */
  rest = async (): Promise<number | undefined> => {
    let number: number | undefined;
    await this.#act(async () => {
      number = (await need(api.POST('/api/changes/{number}/rest', this.#params()))).change;
    });
    return number;
  };

  propose = () => this.#act(() => need(api.POST('/api/changes/{number}/propose', this.#params())));

  approve = () =>
    this.#act(() =>
      need(
        api.POST('/api/changes/{number}/approve', {
          ...this.#params(),
          body: { digest: this.preview?.digest ?? '' }
        })
      )
    );

  back = () => this.#act(() => need(api.POST('/api/changes/{number}/back', this.#params())));

  drop = () => this.#act(() => need(api.POST('/api/changes/{number}/drop', this.#params())));

  run = () => this.#act(() => need(api.POST('/api/changes/{number}/run', this.#params())));

  runAt = (at: string) =>
    this.#act(() => need(api.PUT('/api/changes/{number}/due', { ...this.#params(), body: { at } })));

  notDue = () => this.#act(() => need(api.DELETE('/api/changes/{number}/due', this.#params())));

  stop = () => this.#act(() => need(api.POST('/api/changes/{number}/stop', this.#params())));

  saveReport = (ending: string) =>
    this.doing.act(() => saveFrom(`/api/changes/${this.#number}/report.${ending}`));

  /** The number of the change that undoes this one; nothing if that is refused. */
  undo = async (later: Later = 'NONE'): Promise<number | undefined> => {
    let number: number | undefined;
    const params = { ...this.#params().params, query: { later } };
    await this.#act(async () => {
      number = (await need(api.POST('/api/changes/{number}/undo', { params }))).change;
    });
    return number;
  };

  removeEdit = (id: number) =>
    this.#act(() => need(api.DELETE('/api/changes/{number}/edits/{id}', this.#edit(id))));

  leaveOut = (id: number) =>
    this.#act(() => need(api.POST('/api/changes/{number}/edits/{id}/leave-out', this.#edit(id))));
}
