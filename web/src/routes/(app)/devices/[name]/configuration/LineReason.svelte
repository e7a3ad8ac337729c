<script lang="ts">
  import { api, need, type ConfigKind, type Found, type LineReason, type PastEdit } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { Latest } from '$lib/state/latest.svelte';
  import { whenever } from '$lib/state/whenever.svelte';
  import { whoReasons, whoText } from '$lib/parts/history/whoText';
  import { deedText } from '$lib/text/deed';
  import LinePlaces from './LinePlaces.svelte';
  import { isSoughtFor, othersText, pastHere } from './lineReason';

  interface Props {
    name: string;
    kind: ConfigKind;
    revision: number;
    /** From 0. */
    line: number;
    /** Somebody wants to see another line. */
    ongo: (line: number) => void;
    onclose: () => void;
  }

  let { name, kind, revision, line, ongo, onclose }: Props = $props();
  const reason = new Latest<LineReason>();
  const others = new Latest<Found>();
  const past = new Latest<PastEdit[]>();
  const told = $derived(reason.value);
  const brought = $derived(told?.brought);
  const device = $derived(`/devices/${encodeURIComponent(name)}`);

  /** Whoever walks through the lines wants to know of the one where they stop; in milliseconds. */
  const PAUSE = 250;
  whenever(
    () => ({ path: { name, number: revision, line }, query: { kind } }),
    (params) => {
      const ask = () =>
        reason.ask(need(api.GET('/api/devices/{name}/revisions/{number}/lines/{line}/reason', { params })));
      const waiting = setTimeout(ask, reason.value ? PAUSE : 0);
      return () => clearTimeout(waiting);
    }
  );
  whenever(
    () => told?.text,
    (text) => {
      if (!text || !isSoughtFor(text)) return [others.forget(), past.forget()];
      past.ask(need(api.GET('/api/search/past', { params: { query: { text, query: `name is ${name}` } } })));
      return others.ask(need(api.GET('/api/search/lines', { params: { query: { text, size: 500 } } })));
    }
  );
  const earlier = $derived(pastHere(past.value ?? [], told?.text ?? ''));
  const search = $derived(new URLSearchParams({ text: told?.text ?? '' }).toString());
</script>

<aside class="panel box overflow-y-auto p-3" aria-label="Why this line is here">
  <div class="flex items-start gap-2">
    <h2 class="grow">Why is line {line + 1} here?</h2>
    <button class="btn btn-ghost h-7" aria-label="Close" onclick={onclose}>×</button>
  </div>
  <ProblemNote problem={reason.problem} class="mt-2" />
  {#if told && brought}
    <div class={[reason.isStale && 'opacity-60']} aria-busy={reason.isAwaited}>
      <p class="mono mt-1 break-words">
        <span class="text-quiet">{told.path.map((above) => `${above} / `).join('')}</span>{told.text}
      </p>

      <h3>Since when, by whom</h3>
      <p>
        {#if brought.isOldest}It stands since the first copy, <When at={brought.at} />, or before.
        {:else}<a href="{device}?kind={kind}&b={brought.revision}">Revision {brought.revision}</a>,
          <When at={brought.at} />.{/if}
      </p>
      {#if brought.change !== undefined}
        <p>Planned here: <a href="/changes/{brought.change}">C-{brought.change}</a> {brought.title}</p>
      {:else if brought.rollout !== undefined}
        <p>Planned here: <a href="/rollouts/{brought.rollout}">rollout {brought.rollout}</a></p>
      {:else if !brought.isOldest}<p>Not planned here.</p>{/if}
      {#if brought.who && !brought.isOldest}
        <p class="font-semibold">{whoText(brought.who)}</p>
        <ul class="text-quiet">
          {#each whoReasons(brought.who) as each (each)}<li>{each}</li>{/each}
        </ul>
      {/if}

      <h3>What demands it</h3>
      {#each told.clauses as clause (clause.standard + clause.tag)}
        <p>
          <a href="/standards/{encodeURIComponent(clause.standard)}">{clause.standard}, {clause.tag}</a>
          {clause.holds ? 'holds here' : 'departs here'}: {clause.reason}
        </p>
      {:else}<p class="text-quiet">
          {kind === 'RUNNING'
            ? 'No clause of a published standard speaks of it.'
            : 'Standards speak of what runs.'}
        </p>{/each}

      <h3>What it uses</h3>
      <LinePlaces places={told.references.uses} none="Nothing that is defined elsewhere." {ongo} />
      <h3>What uses it</h3>
      {#if told.references.usedBy.length > 0 && told.references.definition?.line !== line}
        <p class="text-quiet">
          That is, of <span class="mono">{told.references.definition?.text}</span>, which it belongs to:
        </p>
      {/if}
      <LinePlaces places={told.references.usedBy} none="Nothing, as far as its platform tells." {ongo} />

      <h3>On other devices</h3>
      <p>
        {#if !isSoughtFor(told.text)}<span class="text-quiet"
            >It holds a secret, which nobody can look for.</span
          >
        {:else if others.value}{othersText(others.value, name)}
          {#if others.value.devices > 1}<a href="/search?{search}">Look at them</a>{/if}
        {:else if others.problem}<span class="text-quiet">{others.problem.meaning}</span>
        {:else}<span class="text-quiet">Looking…</span>{/if}
      </p>

      <h3>Earlier on this device</h3>
      {#each earlier as edit, i (i)}
        <p>
          <a href="{device}?kind=RUNNING&b={edit.number}">{edit.number}</a>
          <When at={edit.at} />: {deedText(edit)}<span class="text-quiet"
            >{edit.who ? `, ${whoText(edit.who)}` : ''}</span
          >
        </p>
      {:else}<p class="text-quiet">Nothing is known of the same line coming or going.</p>{/each}
    </div>
  {:else if !reason.problem}<p class="text-quiet mt-2">Loading…</p>{/if}
</aside>

<style>
  .box {
    height: calc(100vh - 210px - var(--tray, 0px));
    min-height: 300px;
  }
  h3 {
    margin-top: 0.75rem;
    font-weight: 700;
  }
  a {
    color: var(--act-text);
    text-decoration: underline;
  }
</style>
