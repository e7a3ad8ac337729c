<script lang="ts">
  import { api, need } from '$lib/api/client';
  import LineCounts from '$lib/parts/change/LineCounts.svelte';
  import FourMarks from '$lib/parts/fleet/FourMarks.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import Who from '$lib/parts/history/Who.svelte';
  import { draft } from '$lib/state/draft.svelte';
  import { regret } from '$lib/state/regret.svelte';
  import { rowKeys } from '$lib/keys/rowKeys';
  import { session } from '$lib/state/session.svelte';
  import { Submission } from '$lib/state/submission.svelte';
  import { count } from '$lib/text/time';
  import AdoptDialog from './AdoptDialog.svelte';
  import { NEEDING, type Need } from './deskView';

  interface Props {
    needs: readonly Need[];
    matching: number;
  }

  let { needs, matching }: Props = $props();
  let adopts = $state<string | undefined>();
  let deed: () => Promise<unknown> = async () => undefined;
  const doing = new Submission(() => deed());
  const begin = (work: () => Promise<unknown>) => {
    deed = work;
    void doing.send();
  };

  const putBack = (device: string) =>
    begin(async () => {
      const change = await draft.add({ device, kind: 'PUT_BACK' });
      regret.tell(`C-${change.number} puts ${device} back once it has run.`);
    });
  const tryNow = (device: string) =>
    begin(async () => {
      await need(api.POST('/api/copies', { body: { devices: [device] } }));
      regret.tell(`${device} is being copied.`);
    });
  const path = (device: string) => `/devices/${encodeURIComponent(device)}`;
  const driftPath = (device: string) => `/drift?${new URLSearchParams({ device })}`;
</script>

<section class="panel min-w-0" aria-label="Changes that need an answer">
  <div class="flex items-baseline gap-2 px-4 pt-3 pb-2">
    <h2 class="grow">What needs an answer</h2>
    {#if matching > 0}
      <span class="text-quiet"
        >newest first · <a class="underline" href="/fleet?{new URLSearchParams({ query: NEEDING })}"
          >all {matching}</a
        ></span
      >
    {/if}
  </div>
  <ProblemNote problem={doing.problem} class="mx-4 mb-2" />
  {#if needs.length === 0}
    <p class="border-base-300 border-t px-4 py-4">
      Nothing: every device runs what was agreed, has saved it, and was copied.
    </p>
  {:else}
    <table class="w-full" {@attach rowKeys('device')}>
      <thead class="sr-only"
        ><tr><th>Device</th><th>Answers</th><th>What</th><th>Lines</th><th>Deeds</th></tr></thead
      >
      <tbody>
        {#each needs as { device, drift, what, kind } (device.name)}
          <tr class="border-base-300 border-t">
            <td class="py-2 pr-3 pl-4 whitespace-nowrap"
              ><a class="font-semibold" href={path(device.name)}>{device.name}</a></td
            >
            <td class="pr-3"><FourMarks answers={device.answers} /></td>
            <td class="w-full max-w-0 py-2 pr-3">
              <span class="mono block truncate" title={what}>{what}</span>
              <span class="text-quiet block truncate text-[0.88rem]">
                {#if kind === 'drift' && drift}
                  <Who who={drift.who} />{drift.who ? ' · ' : ''}{#if drift.since}<When
                      at={drift.since}
                    />{/if}
                {:else if kind === 'unsaved'}what runs now would be lost at a restart
                {:else if device.lastCopyAt}last copy <When at={device.lastCopyAt} ago />{:else}never copied{/if}
              </span>
            </td>
            <td class="pr-3"
              >{#if kind === 'drift' && drift}<LineCounts counts={drift} />{/if}</td
            >
            <td class="py-1.5 pr-3 whitespace-nowrap">
              <span class="flex justify-end gap-1.5">
                {#if kind === 'drift'}
                  <a class="btn" href={driftPath(device.name)}>Compare</a>
                  {#if session.mayAct}
                    <button class="btn" onclick={() => (adopts = device.name)}>Adopt…</button>
                    <button class="btn" disabled={doing.isSending} onclick={() => putBack(device.name)}
                      >Put back</button
                    >
                  {/if}
                {:else if kind === 'unsaved'}
                  <a class="btn" href={driftPath(device.name)}>Compare</a>
                {:else}
                  {#if session.mayAct}
                    <button class="btn" disabled={doing.isSending} onclick={() => tryNow(device.name)}
                      >Try now</button
                    >
                  {/if}
                  <a class="btn" href="{path(device.name)}/events">Why?</a>
                {/if}
              </span>
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
    {#if matching > needs.length}
      <p class="text-quiet border-base-300 border-t px-4 py-2">
        and {count(matching - needs.length, 'device')} more
      </p>
    {/if}
  {/if}
</section>

{#if adopts}
  {#key adopts}<AdoptDialog device={adopts} onclose={() => (adopts = undefined)} />{/key}
{/if}
