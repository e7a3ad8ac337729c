<script lang="ts">
  import type { FindingPage, FindingRow } from '$lib/api/client';
  import { SEVERITY, VERDICT } from '$lib/parts/standard/clauseText';
  import CaseButton from '$lib/parts/case/CaseButton.svelte';
  import When from '$lib/parts/form/When.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import FindingLines from '$lib/parts/standard/FindingLines.svelte';
  import { Repairs } from '$lib/parts/standard/repairs.svelte';
  import ExceptDialog from './ExceptDialog.svelte';
  import { session } from '$lib/state/session.svelte';

  interface Props {
    standard: string;
    page: FindingPage;
    tag: string | undefined;
    site: string | undefined;
    onexcepted: () => void;
  }

  let { standard, page, tag, site, onexcepted }: Props = $props();
  let excepting = $state<readonly FindingRow[]>([]);
  let chosen = $state<string | undefined>();
  const repairs = new Repairs();

  const findings = $derived(page.findings);
  const idOf = (finding: FindingRow) => `${finding.device} ${finding.tag}`;
  /** Nothing takes the place of one that is gone: what is repaired is what was looked at. */
  const shown = $derived(chosen ? findings.find((each) => idOf(each) === chosen) : findings[0]);
  const failing = $derived(findings.filter((each) => each.kind === 'FAIL' && each.state === 'OPEN'));
  const repairable = $derived(failing.filter((each) => each.isRepairable).length);
  const alike = $derived(failing.filter((each) => each.tag === shown?.tag));

  function repair(these: readonly FindingRow[]) {
    if (shown) chosen = idOf(shown);
    return repairs.send(these);
  }
</script>

{#if findings.length === 0}
  <p class="panel mt-3 p-4">Every device keeps to {tag ?? 'all of it'}{site ? ` at ${site}` : ''}.</p>
{:else}
  <div class="mt-3 grid grid-cols-[minmax(0,1fr)_minmax(0,1.2fr)] items-start gap-3">
    <section class="panel p-4" aria-label="Findings">
      <h2>{tag ?? 'All clauses'}{site ? ` at ${site}` : ''}</h2>
      <ul class="mt-2 max-h-80 overflow-y-auto">
        {#each findings as finding (idOf(finding))}
          <li>
            <button
              class={[
                'rounded-field grid w-full cursor-pointer grid-cols-[9rem_1fr_auto] gap-2 px-2 py-1 text-left',
                finding === shown && 'bg-chosen'
              ]}
              aria-pressed={finding === shown}
              onclick={() => (chosen = idOf(finding))}
            >
              <b>{finding.device}</b>
              <span class="text-quiet">{tag ? '' : `${finding.tag} · `}since <When at={finding.since} /></span
              >
              <span class={finding.kind === 'FAIL' && finding.state === 'OPEN' ? 'text-error' : 'text-quiet'}
                >{finding.state === 'EXCEPTED' ? 'excepted' : VERDICT[finding.kind]}</span
              >
            </button>
          </li>
        {/each}
      </ul>
      {#if page.matching > findings.length}
        <p class="text-quiet mt-2">
          The first {findings.length} of {page.matching}; all of them are
          <a class="underline" href="/standards/findings?standard={encodeURIComponent(standard)}"
            >in the list</a
          >.
        </p>
      {/if}
    </section>
    {#if shown}
      <section class="panel p-4" aria-label="Finding">
        <h2>
          <a class="hover:underline" href="/devices/{encodeURIComponent(shown.device)}/configuration"
            >{shown.device}</a
          >
          <span class="text-quiet font-normal"
            >{shown.tag} · {SEVERITY[shown.severity]} · revision {shown.revision}</span
          >
        </h2>
        {#if shown.words}<p class="mt-1 font-semibold">{shown.words}</p>{/if}
        <div class="mt-2"><FindingLines finding={shown} /></div>
        {#if session.mayAct && shown.kind === 'FAIL'}
          <div class="mt-3 flex flex-wrap gap-2">
            {#if shown.isRepairable}
              <button
                class="btn btn-primary"
                disabled={repairs.sending.isSending}
                onclick={() => repair([shown])}>Repair here</button
              >
            {/if}
            {#if repairable > 1}
              <button class="btn" disabled={repairs.sending.isSending} onclick={() => repair(failing)}
                >Repair {repairable === failing.length ? 'all ' : ''}{repairable} of the list</button
              >
            {/if}
            {#if shown.state === 'OPEN'}
              <button class="btn" onclick={() => (excepting = shown ? [shown] : [])}>Except…</button>
              {#if alike.length > 1}
                <button class="btn" onclick={() => (excepting = alike)}
                  >Except all {alike.length} from {shown.tag}…</button
                >
              {/if}
            {/if}
            <CaseButton items={[{ kind: 'FINDING', device: shown.device, standard, tag: shown.tag }]} />
            {#if site || !tag}
              <a
                class="btn"
                href="/standards?standard={encodeURIComponent(standard)}&tag={encodeURIComponent(shown.tag)}"
                >Where else?</a
              >
            {/if}
          </div>
        {/if}
        <ProblemNote problem={repairs.sending.problem} class="mt-3" />
        {#if repairs.done}<p role="status" class="mt-2">{repairs.done}</p>{/if}
      </section>
    {:else}
      <p class="panel p-4">This one is settled. Choose another.</p>
    {/if}
  </div>
{/if}

{#if excepting.length > 0}
  <ExceptDialog
    {standard}
    tag={excepting[0]!.tag}
    devices={excepting.map((each) => each.device)}
    ongranted={() => {
      excepting = [];
      onexcepted();
    }}
    oncancel={() => (excepting = [])}
  />
{/if}
