<script lang="ts">
  import type { SvelteSet } from 'svelte/reactivity';
  import type { Job, JobLine } from '$lib/api/client';
  import When from '$lib/parts/form/When.svelte';
  import { count } from '$lib/text/time';
  import { session } from '$lib/state/session.svelte';
  import { deviceOf, isOfFleet, mayTryAgain, shownKey } from '../jobText';

  interface Props {
    lines: readonly JobLine[];
    /** Numbers of the lines to try again. */
    chosen: SvelteSet<number>;
    /** Index of the line under the cursor, -1 for none. */
    at: number;
    kind: Job['kind'];
    onaccept: (line: JobLine, fingerprint: string) => void;
    ontelnet: (line: JobLine) => void;
    onmove: (line: JobLine) => void;
  }

  let { lines, chosen, at, kind, onaccept, ontelnet, onmove }: Props = $props();
  const word: Record<JobLine['state'], string> = {
    WAITING: 'waiting',
    IN_HAND: 'in hand',
    DONE: 'done',
    FAILED: 'failed',
    STOPPED: 'stopped'
  };
  const colour: Record<JobLine['state'], string> = {
    WAITING: 'text-quiet',
    IN_HAND: 'text-warning',
    DONE: 'text-success',
    FAILED: 'text-error',
    STOPPED: 'text-info'
  };
  const canRetry = (line: JobLine) => session.mayAct && mayTryAgain(line);
  let body: HTMLTableSectionElement | undefined = $state();
  $effect(() => {
    if (at >= 0) body?.children[at]?.scrollIntoView({ block: 'nearest' });
  });
  /** What else was seen of a device that is in the fleet now. */
  const aside = (line: JobLine) =>
    line.outcome === 'ALREADY_KNOWN' ? '' : line.seen.replace(/^as \S+,? ?/, '');
  const choose = (number: number) => chosen.delete(number) || chosen.add(number);
</script>

<div class="panel mt-2 overflow-x-auto">
  <table class="rows">
    <thead>
      <tr>
        <th class="w-6"><span class="sr-only">Chosen</span></th>
        <th>{isOfFleet(kind) ? 'Device' : 'Address'}</th>
        <th>State</th>
        <th>Outcome</th>
        <th>Ended</th>
      </tr>
    </thead>
    <tbody bind:this={body}>
      {#each lines as line, index (line.number)}
        {@const key = shownKey(line)}
        {@const device = deviceOf(line)}
        <tr class={{ at: index === at }}>
          <td class="align-top">
            {#if canRetry(line)}
              <input
                type="checkbox"
                class="checkbox checkbox-xs"
                checked={chosen.has(line.number)}
                onchange={() => choose(line.number)}
                aria-label="Choose {line.target}"
              />
            {/if}
          </td>
          <td class="align-top whitespace-nowrap">
            {#if isOfFleet(kind)}
              <a class="font-semibold hover:underline" href="/devices/{encodeURIComponent(line.target)}"
                >{line.target}</a
              >
            {:else}<span class="mono">{line.target}</span>{/if}
          </td>
          <td class="align-top font-semibold whitespace-nowrap {colour[line.state]}">{word[line.state]}</td>
          <td>
            {#if device}
              {line.meaning.replace(/\.$/, '')}
              as
              <a class="font-semibold hover:underline" href="/devices/{encodeURIComponent(device)}"
                >{device}</a
              >
              {#if aside(line)}<span class="text-quiet">({aside(line)})</span>{/if}
            {:else}
              {line.meaning}
              {#if line.seen}<span class="text-quiet mono">{line.seen}</span>{/if}
            {/if}
            {#if line.advice}<div class="text-quiet">{line.advice}</div>{/if}
            {#if line.earlier.length > 0}
              <details>
                <summary class="text-quiet cursor-pointer"
                  >{count(line.earlier.length, 'earlier try', 'earlier tries')}</summary
                >
                <ul class="list-disc pl-5">
                  {#each line.earlier as one, i (i)}
                    <li>
                      <When at={one.at} />
                      {#if one.credentialSet}with <b>{one.credentialSet}</b>:{/if}
                      {one.meaning}
                      {#if one.seen}<span class="text-quiet mono">{one.seen}</span>{/if}
                    </li>
                  {/each}
                </ul>
              </details>
            {/if}
            {#if key && session.mayAct}
              <button class="btn mt-1" onclick={() => onaccept(line, key)}
                >Accept the new {line.outcome === 'CERTIFICATE_CHANGED' ? 'certificate' : 'key'} and try again</button
              >
            {/if}
            {#if line.outcome === 'SAME_DEVICE' && session.mayAct}
              <button class="btn mt-1" onclick={() => onmove(line)}>Take this as its new address</button>
            {/if}
            {#if line.outcome === 'TELNET_NOT_ALLOWED' && session.mayAct}
              <button class="btn mt-1" onclick={() => ontelnet(line)}
                >Allow Telnet (unsafe) and try again</button
              >
            {/if}
          </td>
          <td class="align-top whitespace-nowrap"
            >{#if line.endedAt}<When at={line.endedAt} />{/if}</td
          >
        </tr>
      {:else}
        <tr><td colspan="5" class="py-6 text-center">No line is in this state.</td></tr>
      {/each}
    </tbody>
  </table>
</div>
