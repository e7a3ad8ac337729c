<script lang="ts">
  import type { FindingRow } from '$lib/api/client';
  import CaseButton from '$lib/parts/case/CaseButton.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import Who from '$lib/parts/history/Who.svelte';
  import FindingLines from '$lib/parts/standard/FindingLines.svelte';
  import FindingNotes from '$lib/parts/standard/FindingNotes.svelte';
  import { draft } from '$lib/state/draft.svelte';
  import { session } from '$lib/state/session.svelte';
  import { Submission } from '$lib/state/submission.svelte';
  import ExceptDialog from '../../../standards/ExceptDialog.svelte';

  interface Props {
    finding: FindingRow;
    onexcepted: () => void;
  }

  let { finding, onexcepted }: Props = $props();
  let excepts = $state(false);
  let done = $state('');

  const repairing = new Submission(async () => {
    const { device, standard, tag } = finding;
    const change = await draft.add({ device, kind: 'REPAIR', standard, tag });
    done = `In C-${change.number}: open its preview to see what will be sent.`;
  });
</script>

<div class="max-w-4xl">
  <FindingLines {finding} />
  {#if finding.who}<p class="text-quiet mt-2">
      Brought with revision {finding.broughtBy} by <Who who={finding.who} />.
    </p>{/if}
  <div class="mt-3 flex flex-wrap gap-2">
    {#if session.mayAct && finding.kind === 'FAIL'}
      <button class="btn btn-primary" disabled={repairing.isSending} onclick={repairing.send}>Repair</button>
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
  <ProblemNote problem={repairing.problem} class="mt-2" />
  {#if done}<p role="status" class="mt-2">{done}</p>{/if}
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
