<script lang="ts">
  import { api, asProblem, need, type Problem, type ReadView } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { count } from '$lib/text/time';

  interface Props {
    platform: string;
    /** The text of the platform as it stands in the editor. */
    yaml: string;
    sample?: string;
  }

  let { platform, yaml, sample }: Props = $props();
  let text = $state('');
  let read = $state<ReadView | undefined>();
  let problem = $state<Problem | undefined>();
  const ROWS = 400;
  const place = (at: { line: number; column: number }) => `line ${at.line + 1}, column ${at.column + 1}`;

  async function run() {
    problem = undefined;
    try {
      read = await need(
        api.POST('/api/platforms/{name}/read', { params: { path: { name: platform } }, body: { text, yaml } })
      );
    } catch (thrown) {
      read = undefined;
      problem = asProblem(thrown);
    }
  }
</script>

<div class="flex items-center gap-2">
  <p class="text-quiet grow">Paste a configuration: it is read as this platform reads it and written back.</p>
  {#if sample}<button class="btn" onclick={() => (text = sample)}>Use the sample</button>{/if}
  <button class="btn btn-primary" disabled={text === ''} onclick={run}>Read</button>
</div>
<textarea
  class="textarea mono mt-2 h-36 w-full"
  bind:value={text}
  aria-label="Configuration to read"
  spellcheck="false"
  wrap="off"
  maxlength="8000000"
  placeholder="a configuration as a device shows it"
  onkeydown={(event) => event.ctrlKey && event.key === 'Enter' && run()}></textarea>
<ProblemNote {problem} class="mt-2" />
{#if read}
  <p class="mt-2" role="status">
    {count(read.statements, 'statement')} at {count(read.levels, 'level')}.
    {#if read.firstDifference}
      <b class="text-error">Written back it differs at {place(read.firstDifference)}.</b>
    {:else}<b class="text-success">Written back it is the same to the byte.</b>{/if}
    {#if !read.accepted}<b class="text-error">A copy like this would be refused.</b>{/if}
  </p>
  {#if read.problems.length > 0}
    <ul class="mt-1">
      {#each read.problems.slice(0, 20) as each, i (i)}
        <li class="text-error">{place(each)}: {each.message}</li>
      {/each}
    </ul>
  {/if}
  <!-- svelte-ignore a11y_no_noninteractive_tabindex -->
  <div
    class="panel mono mt-2 max-h-80 overflow-auto p-2 whitespace-pre"
    role="region"
    aria-label="Tree"
    tabindex="0"
  >
    {#each read.nodes.slice(0, ROWS) as node, i (i)}
      <div class={{ 'text-quiet': node.kind === 'COMMENT', 'bg-modified': node.kind === 'VERBATIM' }}>
        <span class="text-quiet inline-block w-10 text-right select-none">{node.line + 1}</span>
        <span style:padding-left="{node.depth * 18}px">{node.text || '·'}</span>
      </div>
    {/each}
    {#if read.nodes.length > ROWS}
      <div class="text-quiet">the first {ROWS} of {count(read.statements, 'statement')} are shown</div>
    {/if}
  </div>
{/if}
