<script lang="ts">
  import { onMount } from 'svelte';
  import { api, need, type BoardPart } from '$lib/api/client';
  import { KINDS, OF_STANDARD } from '$lib/parts/board/boardText';
  import Field from '$lib/parts/form/Field.svelte';

  interface Props {
    parts: readonly BoardPart[];
    isSending: boolean;
    onkeep: (parts: BoardPart[]) => void;
  }

  let { parts, isSending, onkeep }: Props = $props();
  const MOST = 24;
  let kind = $state<BoardPart['kind']>('SITES');
  let standard = $state('');
  let query = $state('');
  let days = $state(31);
  let isWide = $state(false);
  let standards = $state.raw<readonly string[]>([]);
  const asksStandard = $derived(OF_STANDARD.includes(kind));
  const asksQuery = $derived(asksStandard && kind !== 'TREND');

  onMount(() => {
    need(api.GET('/api/standards')).then((all) => {
      standards = all.filter(({ isPublished }) => isPublished).map(({ name }) => name);
      standard ||= standards[0] ?? '';
    });
  });

  function add(event: SubmitEvent) {
    event.preventDefault();
    const named = asksStandard || (kind === 'AGES' && standard) ? { standard } : {};
    const chosen = asksQuery && query.trim() ? { query: query.trim() } : {};
    onkeep([...parts, { kind, ...named, ...chosen, ...(kind === 'TREND' ? { days } : {}), isWide }]);
  }

  function move(from: number, by: number) {
    const next = [...parts];
    const [part] = next.splice(from, 1);
    if (part) next.splice(from + by, 0, part);
    onkeep(next);
  }

  const title = (part: BoardPart) => [KINDS[part.kind], part.standard].filter(Boolean).join(' · ');
</script>

<div class="panel mt-3 p-4">
  {#if parts.length > 0}
    <ol class="grid gap-1">
      {#each parts as part, i (i)}
        <li class="flex items-center gap-2">
          <span class="grow">{title(part)}{part.query ? ` · ${part.query}` : ''}</span>
          <button
            class="btn btn-sm"
            aria-label="{title(part)}: {part.isWide ? 'half the width' : 'all of the width'}"
            disabled={isSending}
            onclick={() =>
              onkeep(parts.map((each, at) => (at === i ? { ...each, isWide: !each.isWide } : each)))}
            >{part.isWide ? 'Narrow' : 'Wide'}</button
          >
          <button
            class="btn btn-sm"
            aria-label="Move {title(part)} up"
            disabled={i === 0 || isSending}
            onclick={() => move(i, -1)}>↑</button
          >
          <button
            class="btn btn-sm"
            aria-label="Move {title(part)} down"
            disabled={i === parts.length - 1 || isSending}
            onclick={() => move(i, 1)}>↓</button
          >
          <button
            class="btn btn-sm"
            aria-label="Take {title(part)} away"
            disabled={isSending}
            onclick={() => onkeep(parts.filter((_, at) => at !== i))}>Take away</button
          >
        </li>
      {/each}
    </ol>
  {/if}
  <form class="mt-3 flex flex-wrap items-end gap-3" onsubmit={add}>
    <Field label="A part">
      <select class="select w-64" bind:value={kind}>
        {#each Object.entries(KINDS) as [each, word] (each)}<option value={each}>{word}</option>{/each}
      </select>
    </Field>
    {#if asksStandard || kind === 'AGES'}
      <Field label="Of which standard">
        <select class="select w-52" required={asksStandard} bind:value={standard}>
          {#if kind === 'AGES'}<option value="">all of them</option>{/if}
          {#each standards as each (each)}<option value={each}>{each}</option>{/each}
        </select>
      </Field>
    {/if}
    {#if asksQuery}
      <Field label="Which devices">
        <input class="input w-52" maxlength="2000" placeholder="all; or site is Dunsay" bind:value={query} />
      </Field>
    {/if}
    {#if kind === 'TREND'}
      <Field label="Days">
        <input class="input w-20" type="number" min="1" max="366" required bind:value={days} />
      </Field>
    {/if}
    <label class="flex h-8 items-center gap-2"
      ><input type="checkbox" class="checkbox checkbox-sm" bind:checked={isWide} /> all of the width</label
    >
    <button class="btn btn-primary" disabled={isSending || parts.length >= MOST}>Add it</button>
  </form>
</div>
