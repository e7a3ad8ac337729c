<script lang="ts">
  import { untrack } from 'svelte';
  import { KINDS, kindOf, kinds } from '$lib/text/configKind';
  import { api, asProblem, need, type Problem, type Revision } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { wordsAsQuery } from '$lib/parts/fleet/queryText';
  import { live } from '$lib/state/live.svelte';
  import { session } from '$lib/state/session.svelte';
  import { clock } from '$lib/state/clock.svelte';
  import { preferences } from '$lib/state/preferences.svelte';
  import { fieldOf, instantOf, lastMonday } from '$lib/text/moment';
  import { saidMoment } from '$lib/state/times.svelte';
  import type { End, Side } from './ends';
  import { pasted } from './pasted.svelte';
  import { whenever } from '$lib/state/whenever.svelte';

  interface Props {
    side: Side;
    end: End;
    /** Whether what was chosen cannot be found; the reason stands here. */
    isMissing?: boolean;
    onchange: (end: End) => void;
  }

  let { side, end, isMissing = $bindable(false), onchange }: Props = $props();
  let revisions = $state<Revision[]>([]);
  let names = $state<string[]>([]);
  let problem = $state.raw<Problem | undefined>();
  let copying = $state(false);
  const word = $derived(side === 'b' ? 'before' : 'after');

  async function load() {
    const wanted = `${end.device} ${end.kind}`;
    problem = undefined;
    isMissing = false;
    revisions = [];
    if (end.isText || end.device === '') return;
    try {
      const params = { path: { name: end.device }, query: { kind: end.kind } };
      const found = await need(api.GET('/api/devices/{name}/revisions', { params }));
      if (wanted === `${end.device} ${end.kind}`) revisions = found.toReversed();
    } catch (thrown) {
      if (wanted === `${end.device} ${end.kind}`) [problem, isMissing] = [asProblem(thrown), true];
    }
  }

  // A value of its own: the end is another object whenever the address changes.
  const wanted = $derived(`${end.isText} ${end.device} ${end.kind}`);
  whenever(() => wanted, load);

  async function propose(text: string) {
    if (text.trim() === '') return;
    const query = { query: wordsAsQuery(text), size: 20, sort: 'name' as const };
    const found = await need(api.GET('/api/devices', { params: { query } })).catch(() => undefined);
    names = found?.devices.map((device) => device.name) ?? names;
  }

  const MOMENT = 'moment';

  function choose(value: string) {
    const isMoment = value === MOMENT;
    onchange({
      ...end,
      number: value === '' || isMoment ? undefined : Number(value),
      asOf: isMoment ? lastMonday(clock.now, preferences.zone) : undefined
    });
  }

  /** The device as it is right now: a copy is taken, and its newest revision is what is compared. */
  async function copyNow() {
    copying = true;
    problem = undefined;
    try {
      const started = await need(api.POST('/api/copies', { body: { devices: [end.device] } }));
      const path = { id: started.job };
      const isDone = async () =>
        (await need(api.GET('/api/jobs/{id}', { params: { path } }))).endedAt !== undefined;
      await new Promise<void>((resolve, reject) => {
        let stop = () => {};
        const look = () =>
          isDone().then((done) => {
            if (!done) return;
            stop();
            resolve();
          }, reject);
        // First listen, then look: the end in between must not be missed.
        stop = live.on('job', look);
        look();
      });
      const lines = await need(api.GET('/api/jobs/{id}/lines', { params: { path } }));
      const failed = lines.lines.find((line) => line.state === 'FAILED');
      if (failed) problem = asProblem(new Error(failed.meaning));
      onchange({ ...end, number: undefined, asOf: undefined });
      await load();
    } catch (thrown) {
      problem = asProblem(thrown);
    } finally {
      copying = false;
    }
  }

  async function drop(event: DragEvent) {
    const file = event.dataTransfer?.files[0];
    if (!file) return;
    event.preventDefault();
    pasted.texts[side] = await file.text();
  }
</script>

<fieldset class="panel min-w-0 grow basis-0 p-3">
  <legend class="sr-only">{word}</legend>
  <div class="flex items-center gap-2">
    <b class="w-14 capitalize">{word}</b>
    <div class="join" role="group" aria-label="What stands {word}">
      <button
        class="btn join-item"
        aria-pressed={!end.isText}
        onclick={() => onchange({ ...end, isText: false })}>Device</button
      >
      <button
        class="btn join-item"
        aria-pressed={end.isText}
        onclick={() => onchange({ ...end, isText: true })}>Text</button
      >
    </div>
    {#if !end.isText}
      <input
        class="input min-w-0 grow"
        value={end.device}
        list="names-{side}"
        maxlength="253"
        aria-label="Device {word}"
        placeholder="a device's name"
        {@attach (input) => {
          if (side === 'b' && untrack(() => end.device) === '') input.focus();
        }}
        oninput={(event) => propose(event.currentTarget.value)}
        onkeydown={(event) => event.key === 'Enter' && event.currentTarget.blur()}
        onchange={(event) =>
          onchange({ ...end, device: event.currentTarget.value.trim(), number: undefined })}
      />
      <datalist id="names-{side}"
        >{#each names as name (name)}<option value={name}></option>{/each}</datalist
      >
    {/if}
  </div>
  {#if end.isText}
    <textarea
      class="textarea mono mt-2 h-28 w-full whitespace-pre"
      bind:value={pasted.texts[side]}
      ondrop={drop}
      maxlength={8_388_608}
      spellcheck="false"
      aria-label="Text {word}"
      placeholder="Paste a configuration or drop a file; it is not kept."></textarea>
  {:else}
    <div class="mt-2 flex items-center gap-2">
      <select
        class="select w-28 shrink-0"
        value={end.kind}
        aria-label="Configuration {word}"
        onchange={(event) =>
          onchange({
            ...end,
            kind: kindOf(event.currentTarget.value),
            number: undefined
          })}
      >
        {#each kinds as kind (kind)}<option value={kind}>{KINDS[kind]}</option>{/each}
      </select>
      <select
        class="select min-w-0 grow"
        value={end.asOf ? MOMENT : end.number === undefined ? '' : String(end.number)}
        disabled={revisions.length === 0}
        aria-label="Revision {word}"
        onchange={(event) => choose(event.currentTarget.value)}
      >
        <option value="">newest revision</option>
        <option value={MOMENT}>as of a moment…</option>
        {#each revisions as revision (revision.number)}
          <option value={String(revision.number)}
            >{revision.number} · {saidMoment(revision.firstCopyAt)}{revision.marks
              .filter((mark) => mark.kind === 'LABEL')
              .map((mark) => ` · ${mark.text}`)
              .join('')}</option
          >
        {/each}
      </select>
      {#if end.asOf}
        <input
          class="input w-54 shrink-0"
          type="datetime-local"
          aria-label="Moment {word}"
          title={preferences.zone ?? 'your own time'}
          value={fieldOf(end.asOf, preferences.zone)}
          onchange={(event) => {
            const asOf = instantOf(event.currentTarget.value, preferences.zone);
            if (asOf) onchange({ ...end, number: undefined, asOf });
          }}
        />
      {/if}
      {#if session.mayAct && !end.asOf}
        <button class="btn" disabled={end.device === '' || copying} onclick={copyNow}
          >{copying ? 'Copying…' : 'As it is now'}</button
        >
      {/if}
    </div>
  {/if}
  <ProblemNote {problem} class="mt-2" />
</fieldset>
