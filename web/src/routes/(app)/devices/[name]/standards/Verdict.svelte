<script lang="ts">
  import type { FindingRow } from '$lib/api/client';
  import CaseButton from '$lib/parts/case/CaseButton.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import Who from '$lib/parts/history/Who.svelte';
  import FindingLines from '$lib/parts/standard/FindingLines.svelte';
  import FindingNotes from '$lib/parts/standard/FindingNotes.svelte';
  import { Repairs } from '$lib/parts/standard/repairs.svelte';
  import { session } from '$lib/state/session.svelte';
  import ExceptDialog from '../../../standards/ExceptDialog.svelte';

  interface Props {
    finding: FindingRow;
    onexcepted: () => void;
  }

  let { finding, onexcepted }: Props = $props();
  let excepts = $state(false);
  const repairs = new Repairs();
</script>

<div class="max-w-4xl">
  <FindingLines {finding} />
  {#if finding.who}<p class="text-quiet mt-2">
      Brought with revision {finding.broughtBy} by <Who who={finding.who} />.
    </p>{/if}
  <div class="mt-3 flex flex-wrap gap-2">
    {#if session.mayAct && finding.kind === 'FAIL'}
      {#if finding.isRepairable}
        <button
          class="btn btn-primary"
          disabled={repairs.sending.isSending}
          onclick={() => repairs.send([finding])}>Repair</button
        >
      {/if}
      {#if finding.state === 'OPEN'}<button class="btn" onclick={() => (excepts = true)}>Except…</button>{/if}
    {/if}
    <CaseButton
      items={[{ kind: 'FINDING', device: finding.device, standard: finding.standard, tag: finding.tag }]}
    />
    <a
      class="btn"
      href="/standards/findings?standard={encodeURIComponent(finding.standard)}&tag={encodeURIComponent(
        finding.tag
      )}">Where else?</a
    >
  </div>
  <ProblemNote problem={repairs.sending.problem} class="mt-2" />
  {#if repairs.done}<p role="status" class="mt-2">{repairs.done}</p>{/if}
  <FindingNotes {finding} />
</div>

{#if excepts}
  <ExceptDialog
    standard={finding.standard}
    tag={finding.tag}
    devices={[finding.device]}
    ongranted={() => {
      excepts = false;
      onexcepted();
    }}
    oncancel={() => (excepts = false)}
  />
{/if}
