<script lang="ts">
  import type { Revision } from '$lib/api/client';
  import Who from '$lib/parts/history/Who.svelte';
  import { whoReasons } from '$lib/parts/history/whoText';
  import { saidIso, saidMoment } from '$lib/state/times.svelte';
  import { originText } from '$lib/text/configKind';

  interface Props {
    revision: Revision;
  }

  let { revision }: Props = $props();
  const more = $derived(revision.partCount - revision.parts.length);
  const who = $derived(revision.who);
</script>

<!-- What is known of one revision, at a glance; on opening, why. -->
<details class="panel mt-2 px-3 py-1.5">
  <summary class="flex cursor-pointer flex-wrap items-baseline gap-x-3">
    <b>Revision {revision.number}</b>
    <span>{originText(revision)}{who ? ' · ' : ''}<Who {who} /></span>
    {#if revision.parts.length > 0}
      <span class="mono min-w-0 truncate"
        >{revision.parts.join(' · ')}{more > 0 ? ` · ${more} more` : ''}</span
      >
    {/if}
  </summary>
  <div class="text-quiet mt-1 pb-1">
    {#if who}
      <p>Altered after {saidMoment(who.sameUntil)}, and seen so {saidMoment(who.seenAt)}.</p>
      <ul>
        {#each whoReasons(who) as reason (reason)}<li>{reason}</li>{/each}
      </ul>
    {:else if revision.source}
      {@const source = revision.source}
      <p>
        {source.broughtBy} brought it in {saidIso(source.broughtAt)} from {source.file}:
        <span class="mono">{source.path}</span>{source.author
          ? `, where ${source.author} had written it`
          : ''}.
      </p>
    {:else}<p>
        Who brought it is not known: {revision.origin === 'FIRST_COPY'
          ? 'it stood there at the first copy'
          : 'it was kept before that was found out'}.
      </p>{/if}
    <p>Last seen {saidMoment(revision.lastCopyAt)}.</p>
  </div>
</details>
