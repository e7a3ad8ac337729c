<script lang="ts">
  import { onMount } from 'svelte';
  import { api, need, type StandingAct, type StandingRule } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { DEED, delayText, scopeText } from '$lib/parts/standing/standingText';
  import { keys } from '$lib/keys/keys.svelte';
  import { rowKeys } from '$lib/keys/rowKeys';
  import { Doing } from '$lib/state/doing.svelte';
  import { live } from '$lib/state/live.svelte';
  import { regret } from '$lib/state/regret.svelte';
  import { session } from '$lib/state/session.svelte';
  import { count } from '$lib/text/time';
  import RuleForm from './RuleForm.svelte';

  let rules = $state.raw<StandingRule[] | undefined>();
  let acts = $state.raw<StandingAct[]>([]);
  let writes = $state.raw<{ rule?: StandingRule } | undefined>();
  const mayWrite = $derived(session.who?.role === 'ADMINISTRATOR');

  const doing = new Doing(async () => {
    [rules, acts] = await Promise.all([
      need(api.GET('/api/standing-rules')),
      need(api.GET('/api/standing-rules/acts'))
    ]);
  });

  const remove = (rule: StandingRule) =>
    doing.act(() =>
      regret.of(
        `Removed the standing rule ${rule.name}: it does nothing any more.`,
        need(api.DELETE('/api/standing-rules/{name}', { params: { path: { name: rule.name } } })),
        doing.load
      )
    );

  onMount(() => {
    doing.load();
    const ends = [
      live.on('fleet', doing.load),
      keys.add([{ key: 'a', says: 'a new standing rule', run: () => mayWrite && (writes = {}) }])
    ];
    return () => ends.forEach((end) => end());
  });
</script>

<svelte:head><title>Standing rules · Chaperone</title></svelte:head>

<div class="flex items-start gap-2">
  <div class="grow">
    <h1>Standing rules</h1>
    <p class="text-quiet">
      What becomes of <a class="underline" href="/drift">drift</a> without anybody being asked. The first rule that
      means a device counts; during a freeze none acts.
    </p>
  </div>
  {#if mayWrite}
    <button class="btn btn-primary" onclick={() => (writes = {})}>New rule… <kbd>a</kbd></button>
  {/if}
</div>

<ProblemNote problem={doing.problem} class="mt-3" />

{#if rules?.length === 0}
  <div class="panel mt-4 max-w-xl p-6">
    <h2>No standing rule yet</h2>
    <p class="mt-1">
      All drift waits for somebody to adopt it or to put it back. Where the answer is always the same, a rule
      gives it: for some devices, after a while, on so many an hour. An administrator writes it.
    </p>
  </div>
{:else if rules}
  <div class="panel mt-4 overflow-x-auto">
    <table class="rows" {@attach rowKeys('standing rule')}>
      <thead>
        <tr>
          <th>Rule</th><th class="text-right">Place</th><th>Devices</th><th>When they drift</th><th>After</th
          ><th>At most</th><th>Written by</th><th><span class="sr-only">Deeds</span></th>
        </tr>
      </thead>
      <tbody>
        {#each rules as rule (rule.name)}
          <tr class={rule.isOff ? 'text-quiet' : ''}>
            <td>
              {#if mayWrite}
                <button class="cursor-pointer text-left font-semibold" onclick={() => (writes = { rule })}
                  >{rule.name}</button
                >
              {:else}<strong>{rule.name}</strong>{/if}
              {#if rule.isOff}<span>off</span>{/if}
            </td>
            <td class="text-right">{rule.place}</td>
            <td>
              {scopeText(rule)}
              {#if rule.reaches === undefined}<span class="text-error">names what is not there any more</span>
              {:else if rule.query}<span class="text-quiet">{count(rule.reaches, 'device')}</span>{/if}
            </td>
            <td>{DEED[rule.deed]}</td>
            <td>{rule.deed === 'TELL' ? '—' : delayText(rule)}</td>
            <td>{rule.deed === 'TELL' ? '—' : `${count(rule.perHour, 'device')} an hour`}</td>
            <td class="whitespace-nowrap">{rule.madeBy}, <When at={rule.madeAt} /></td>
            <td>
              {#if mayWrite}<button class="btn btn-sm" onclick={() => remove(rule)}>Remove</button>{/if}
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
{/if}

{#if acts.length > 0}
  <h2 class="mt-6">What they did</h2>
  <div class="panel mt-2 overflow-x-auto">
    <table class="rows">
      <thead><tr><th>When</th><th>Device</th><th>Rule</th><th>What</th></tr></thead>
      <tbody>
        {#each acts as act (`${act.at} ${act.device}`)}
          <tr>
            <td class="whitespace-nowrap"><When at={act.at} /></td>
            <td>
              {#if act.device}<a class="underline" href="/devices/{encodeURIComponent(act.device)}"
                  >{act.device}</a
                >{:else}removed meanwhile{/if}
            </td>
            <td>{act.rule}</td>
            <td>
              {#if act.failure}<span class="text-error">not done: {act.failure}</span>
              {:else if act.change !== undefined}put back by
                <a class="underline" href="/changes/{act.change}">C-{act.change}</a>
              {:else}adopted revision {act.revision}{/if}
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
{/if}

{#if writes && rules}
  <RuleForm
    rule={writes.rule}
    all={rules.length}
    onclose={(kept) => {
      writes = undefined;
      if (kept) doing.load();
    }}
  />
{/if}
