<script lang="ts">
  import ScrolledText from '$lib/parts/form/ScrolledText.svelte';
  import { api, need, type FindingDetail, type FindingRow } from '$lib/api/client';
  import ClauseDialog from './ClauseDialog.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { session } from '$lib/state/session.svelte';
  import { Latest } from '$lib/state/latest.svelte';
  import { whenever } from '$lib/state/whenever.svelte';
  import { evidenceText } from './clauseText';

  interface Props {
    finding: Pick<
      FindingRow,
      'standard' | 'device' | 'tag' | 'kind' | 'isRepairable' | 'revision' | 'state' | 'evidence'
    >;
  }

  let { finding }: Props = $props();
  let makesClause = $state(false);
  /** What stands where it should not, or in the block that lacks something. */
  const line = $derived(finding.evidence.find((each) => each.line !== undefined)?.line);
  const detail = new Latest<FindingDetail>();

  /** What stands there now has nothing to do with what has ended. */
  whenever(
    () => `${finding.standard} ${finding.device} ${finding.tag} ${finding.revision} ${finding.state}`,
    () => {
      detail.forget();
      if (finding.state === 'CLOSED') return;
      const path = { name: finding.standard, device: finding.device, tag: finding.tag };
      void detail.ask(need(api.GET('/api/standards/{name}/findings/{device}/{tag}', { params: { path } })));
    }
  );
</script>

<ScrolledText label="Where it departs" class="bg-removed max-h-60 rounded px-3 py-2">
  <ul class="mono">
    {#each finding.evidence as evidence, i (i)}
      <li class="whitespace-pre-wrap">{evidenceText(evidence)}</li>
    {/each}
  </ul>
</ScrolledText>
{#if detail.value && detail.value.excerpt.length > 0}
  <ScrolledText label="What stands there" class="mt-2 max-h-48">
    <ol class="mono">
      {#each detail.value.excerpt as line, i (line.line)}
        {#if i > 0 && detail.value.excerpt[i - 1]!.line + 1 < line.line}<li class="text-quiet">…</li>{/if}
        <li class={['whitespace-pre', line.isMeant ? 'bg-removed' : 'text-quiet']}>
          <span class="text-quiet inline-block w-10 pr-2 text-right">{line.line + 1}</span>{line.text}
        </li>
      {/each}
    </ol>
  </ScrolledText>
{/if}
{#if detail.value && detail.value.repair.length > 0}
  <p class="text-quiet mt-2">Repair, as the device will read it</p>
  <ScrolledText label="Repair" text={detail.value.repair.join('\n')} class="max-h-40" />
{/if}
{#if finding.kind === 'FAIL' && finding.state !== 'CLOSED' && !finding.isRepairable}
  <p class="text-quiet mt-2">No clause says what would mend it: that is for people to know.</p>
{/if}
<ProblemNote problem={detail.problem} class="mt-2" />
{#if session.mayAct && finding.state !== 'CLOSED' && line !== undefined && finding.revision !== undefined}
  <button class="btn btn-ghost mt-1 h-7 px-1" onclick={() => (makesClause = true)}
    >Make a clause of this…</button
  >
{/if}
{#if makesClause && line !== undefined && finding.revision !== undefined}
  <ClauseDialog
    device={finding.device}
    revision={finding.revision}
    {line}
    onclose={() => (makesClause = false)}
  />
{/if}
