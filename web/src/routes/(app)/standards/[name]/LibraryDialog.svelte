<script lang="ts">
  import { onMount } from 'svelte';
  import { api, need, type Clause, type ShippedClause } from '$lib/api/client';
  import Dialog from '$lib/parts/form/Dialog.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { KIND, SEVERITY } from '$lib/parts/standard/clauseText';
  import { Doing } from '$lib/state/doing.svelte';
  import { count } from '$lib/text/time';

  interface Props {
    platform: string;
    ontake: (clauses: readonly Clause[]) => void;
    oncancel: () => void;
  }

  let { platform, ontake, oncancel }: Props = $props();
  let shipped = $state.raw<ShippedClause[]>([]);
  // svelte-ignore state_referenced_locally
  let wanted = $state(platform);
  let typed = $state('');
  let taken = $state<string[]>([]);

  const doing = new Doing(async () => {
    shipped = await need(api.GET('/api/shipped-clauses'));
    if (!platforms.includes(wanted)) wanted = platforms[0] ?? '';
  });
  onMount(() => {
    doing.load();
  });

  const platforms = $derived([...new Set(shipped.map((each) => each.clause.platform))]);
  const of = $derived(
    shipped.filter(
      ({ clause }) =>
        clause.platform === wanted &&
        `${clause.tag} ${clause.group} ${clause.reason}`.toLowerCase().includes(typed.trim().toLowerCase())
    )
  );
  const idOf = (clause: Clause) => `${clause.platform} ${clause.tag}`;
  const chosen = $derived(shipped.map((each) => each.clause).filter((each) => taken.includes(idOf(each))));

  function take(event: SubmitEvent) {
    event.preventDefault();
    ontake(chosen);
  }
</script>

<Dialog title="Clauses that ship with Chaperone" wide {oncancel}>
  <form class="mt-2 grid gap-3" onsubmit={take}>
    <div class="flex gap-2">
      <select class="select w-40" aria-label="Platform" bind:value={wanted}>
        {#each platforms as each (each)}<option>{each}</option>{/each}
      </select>
      <!-- svelte-ignore a11y_autofocus -->
      <input
        class="input grow"
        aria-label="Look for"
        placeholder="a word, such as logging"
        maxlength="60"
        bind:value={typed}
        autofocus
      />
    </div>
    <ProblemNote problem={doing.problem} />
    <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
    <div
      class="border-base-300 h-80 overflow-y-auto rounded border"
      tabindex="0"
      role="group"
      aria-label="Clauses"
    >
      {#each of as { clause }, i (idOf(clause))}
        {#if clause.group !== of[i - 1]?.clause.group}
          <p class="bg-base-200 px-3 py-1 font-semibold">{clause.group}</p>
        {/if}
        <label class="flex cursor-pointer items-baseline gap-3 px-3 py-1">
          <input type="checkbox" value={idOf(clause)} bind:group={taken} />
          <b class="mono w-36 shrink-0">{clause.tag}</b>
          <span class="grow">{clause.reason}</span>
          <span class="text-quiet shrink-0 whitespace-nowrap"
            >{KIND[clause.kind]} · {SEVERITY[clause.severity ?? 'MEDIUM']}</span
          >
        </label>
      {:else}
        <p class="text-quiet p-3">None of them has this word.</p>
      {/each}
    </div>
    <div class="flex items-center gap-2">
      <button class="btn btn-primary" disabled={chosen.length === 0}
        >{chosen.length > 0 ? `Take ${count(chosen.length, 'clause')}` : 'Take'}</button
      >
      <button class="btn" type="button" onclick={oncancel}>Cancel</button>
      <span class="text-quiet">Their fields are filled in by each site.</span>
    </div>
  </form>
</Dialog>
