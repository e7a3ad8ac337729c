<script lang="ts">
  import ScrolledText from '$lib/parts/form/ScrolledText.svelte';
  import Preview from '$lib/parts/form/Preview.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { evidenceText, sectionText, VERDICT } from '$lib/parts/standard/clauseText';
  import SectionLines from '$lib/parts/standard/SectionLines.svelte';
  import type { StandardPage } from './standardPage.svelte';

  interface Props {
    opened: StandardPage;
  }

  let { opened }: Props = $props();

  /** The clause that is being written comes first. */
  const ordered = $derived(
    (opened.trial.value ?? []).toSorted(
      (a, b) => Number(b.tag === opened.clause?.tag) - Number(a.tag === opened.clause?.tag)
    )
  );
  const tone = { PASS: 'text-success', FAIL: 'text-error', NOT_KNOWN: 'text-quiet' };
</script>

<div class="grid min-w-0 grid-cols-1 gap-3">
  <section class="panel p-4" aria-label="Trial on a device">
    <label class="flex items-center gap-2">
      <b>On</b>
      <input class="input w-56" maxlength="253" placeholder="a device" bind:value={opened.device} />
    </label>
    <ProblemNote problem={opened.trial.problem} class="mt-3" />
    {#if opened.device === ''}
      <p class="text-quiet mt-2">Name a sample device: it is judged while you write.</p>
    {:else if opened.trial.value?.length === 0}
      <p class="text-quiet mt-2">None of the clauses is for it.</p>
    {/if}
    <Preview of={opened.trial}>
      {#each ordered as trial (trial.tag)}
        <article class="border-base-300 mt-3 border-t pt-2">
          <p class="flex items-baseline gap-2">
            <b>{trial.tag}</b> <span class="{tone[trial.kind]} font-semibold">{VERDICT[trial.kind]}</span>
            {#if trial.section.lines.length > 0}
              <span class="text-quiet ml-auto">{sectionText(trial.section)}</span>
            {/if}
          </p>
          {#if trial.tag === opened.clause?.tag && trial.section.lines.length > 0}
            <SectionLines section={trial.section} />
          {/if}
          <ul class="mono">
            {#each trial.evidence as evidence, i (i)}<li class="whitespace-pre-wrap">
                {evidenceText(evidence)}
              </li>{/each}
          </ul>
          {#if trial.repair.length > 0}
            <p class="text-quiet mt-1">Repair, as the device will read it</p>
            <ScrolledText label="Repair" text={trial.repair.join('\n')} class="max-h-40" />
          {/if}
        </article>
      {/each}
    </Preview>
  </section>
  <section class="panel min-w-0 p-4" aria-label="Trial on the fleet">
    <div class="flex items-center gap-2">
      <h2 class="grow">On the fleet</h2>
      <button class="btn" disabled={opened.clauses.length === 0} onclick={opened.tryOnFleet}
        >Try it now</button
      >
    </div>
    <ProblemNote problem={opened.fleet.problem} class="mt-3" />
    <Preview of={opened.fleet}>
      {#each opened.fleet.value ?? [] as trial (trial.tag)}
        {@const asked = Math.max(1, trial.pass + trial.fail + trial.notKnown)}
        <article class="mt-3">
          <p>
            <b>{trial.tag}</b>
            <span class="text-success">{trial.pass} hold</span> ·
            <span class="text-error">{trial.fail} fail</span>
            · {trial.notKnown} not known · <span class="text-quiet">{trial.notAsked} not asked</span>
          </p>
          <div class="bar" aria-hidden="true">
            <span class="pass" style:width="{(100 * trial.pass) / asked}%"></span>
            <span class="fail" style:width="{(100 * trial.fail) / asked}%"></span>
          </div>
          {#if trial.failing.length > 0}<p class="text-quiet truncate">{trial.failing.join(', ')}</p>{/if}
        </article>
      {/each}
    </Preview>
  </section>
</div>

<style>
  .bar {
    display: flex;
    height: 8px;
    margin: 4px 0;
    border-radius: 4px;
    overflow: hidden;
    background: repeating-linear-gradient(-45deg, transparent 0 4px, var(--color-base-300) 4px 8px);
  }
  .pass {
    background: var(--color-success);
  }
  .fail {
    background: var(--color-error);
  }
</style>
