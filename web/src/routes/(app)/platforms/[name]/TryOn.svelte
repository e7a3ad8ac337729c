<script lang="ts">
  import ScrolledText from '$lib/parts/form/ScrolledText.svelte';
  import { onMount } from 'svelte';
  import {
    api,
    asProblem,
    need,
    postForLines,
    type CredentialSet,
    type Problem,
    type TrialStep
  } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { onlyOne } from '$lib/text/logIns';
  import { session } from '$lib/state/session.svelte';
  import { once } from '$lib/state/once';
  import { STEP, summary } from './trialText';

  interface Props {
    platform: string;
    yaml: string;
  }

  let { platform, yaml }: Props = $props();
  let where = $state('');
  let sets = $state<CredentialSet[]>([]);
  let names = $state<string[]>([]);
  let set = $state<number | undefined>();
  let allowTelnet = $state(false);
  let steps = $state<TrialStep[]>([]);
  let problem = $state<Problem | undefined>();
  let running = $state<AbortController | undefined>();

  const isKnown = $derived(names.includes(where.trim()));
  const address = $derived(/^(\[[^\]]+\]|[^:\s]+)(?::(\d+))?$/.exec(where.trim()));

  const run = once(async () => {
    problem = undefined;
    steps = [];
    const body = isKnown
      ? { yaml, device: where.trim() }
      : {
          yaml,
          address: {
            host: (address?.[1] ?? '').replace(/^\[|\]$/g, ''),
            port: Number(address?.[2] ?? 22),
            credentialSet: set ?? 0,
            allowTelnet
          }
        };
    running = new AbortController();
    try {
      const path = `/api/platforms/${encodeURIComponent(platform)}/try`;
      for await (const step of postForLines<TrialStep>(path, body, running.signal)) steps.push(step);
    } catch (thrown) {
      if (!running?.signal.aborted) problem = asProblem(thrown);
    } finally {
      running = undefined;
    }
  });

  onMount(() => {
    need(api.GET('/api/credential-sets')).then(
      (all) => {
        sets = all;
        set = onlyOne(all);
      },
      () => {}
    );
    need(api.GET('/api/devices', { params: { query: { sort: 'name', size: 500 } } })).then(
      (page) => (names = page.devices.map((device) => device.name)),
      () => {}
    );
    return () => running?.abort();
  });
</script>

{#if !session.mayManage}
  <p class="text-quiet">
    Only an administrator tries a platform: its text says which commands go to a device.
  </p>
{:else}
  <form class="flex flex-wrap items-end gap-2" onsubmit={run}>
    <label class="min-w-44 grow">
      <span class="font-semibold">Device of the fleet, or an address</span>
      <input
        class="input mono mt-1 w-full"
        bind:value={where}
        list="trial-devices"
        maxlength="253"
        placeholder="brkw-core-1 or 192.0.2.7:22"
        required
      />
      <datalist id="trial-devices"
        >{#each names as name (name)}<option value={name}></option>{/each}</datalist
      >
    </label>
    {#if where.trim() !== '' && !isKnown}
      <label class="w-36">
        <span class="font-semibold">Credential set</span>
        <select class="select mt-1 w-full" bind:value={set} required>
          <option value={undefined} disabled>choose one…</option>
          {#each sets as each (each.id)}<option value={each.id}>{each.name}</option>{/each}
        </select>
      </label>
      <label class="flex h-[2.1rem] items-center gap-1.5">
        <input type="checkbox" class="checkbox checkbox-xs" bind:checked={allowTelnet} /> Telnet (unsafe)
      </label>
    {/if}
    {#if running}
      <button class="btn" type="button" onclick={() => running?.abort()}>Stop</button>
    {:else}
      <button
        class="btn btn-primary"
        disabled={!isKnown && !address}
        title={isKnown || address ? undefined : 'Name a device of the fleet or an address first.'}>Try</button
      >
    {/if}
  </form>
  <p class="text-quiet mt-1">
    The text in the editor is tried, saved or not. Nothing on the device is altered.
  </p>
{/if}
<ProblemNote {problem} class="mt-2" />
{#if steps.length === 0 && session.mayManage && !running}
  <h2 class="mt-4">What will be shown, step by step</h2>
  <ul class="mt-1 list-disc space-y-1 pl-4">
    <li>whether it connects, and by which key or certificate the device is known;</li>
    <li>which prompt was found, whether paging goes off, whether the privileged level is reached;</li>
    <li>whether the device is recognised, and which facts are found in what it says;</li>
    <li>
      how much configuration was read, the tree that was built of it, and whether it is written back the same;
    </li>
    <li>how many rows each table has.</li>
  </ul>
  <p class="text-quiet mt-2">Each with the raw exchange, secrets masked.</p>
{/if}
{#if steps.length > 0}
  <p class="mt-2 font-semibold" role="status">{running ? 'Trying… ' : ''}{summary(steps)}</p>
  <ol class="mt-1">
    {#each steps as step, i (i)}
      <li class="border-base-300 border-b py-1">
        <div class="flex gap-2">
          <b class="w-36 shrink-0 {step.reached ? 'text-success' : 'text-error'}"
            >{STEP[step.kind]}{step.reached ? '' : ': no'}</b
          >
          <span class="min-w-0 break-words">{step.seen}</span>
        </div>
        {#if step.advice}<p class="text-quiet pl-38">{step.advice}</p>{/if}
        {#each step.exchanges as exchange, j (j)}
          <details class="pl-38">
            <summary class="mono text-quiet cursor-pointer truncate"
              >{exchange.request.split('\n')[0]}</summary
            >
            <ScrolledText
              label="Answer"
              text={exchange.answer + (exchange.cut ? '\n… the rest is left out' : '')}
              class="max-h-64"
            />
          </details>
        {/each}
      </li>
    {/each}
  </ol>
{/if}
