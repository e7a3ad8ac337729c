<script lang="ts">
  import { regret } from '$lib/state/regret.svelte';
  import { rowKeys } from '$lib/keys/rowKeys';
  import { goto } from '$app/navigation';
  import { onMount } from 'svelte';
  import { api, need, type Routine, type RoutineRun } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { Doing } from '$lib/state/doing.svelte';
  import { keys } from '$lib/keys/keys.svelte';
  import { live } from '$lib/state/live.svelte';
  import { session } from '$lib/state/session.svelte';
  import { count } from '$lib/text/time';
  import RoutineForm from './RoutineForm.svelte';
  import { runText, isFailure } from './ruleText';

  let routines = $state<Routine[] | undefined>();
  let runs = $state<RoutineRun[]>([]);
  let open = $state<string | undefined>();
  let edits = $state<{ routine?: Routine } | undefined>();

  const doing = new Doing(async () => {
    routines = await need(api.GET('/api/routines'));
    if (open) {
      const params = { path: { name: open }, query: { size: 50 } };
      runs = await need(api.GET('/api/routines/{name}/runs', { params }));
    }
  });

  async function show(name: string) {
    open = open === name ? undefined : name;
    runs = [];
    await doing.load();
  }

  const path = (name: string) => ({ params: { path: { name } } });

  const runNow = (name: string) =>
    doing.act(async () => {
      const run = await need(api.POST('/api/routines/{name}/run', path(name)));
      if (run.job) await goto(`/jobs/${run.job}`);
      else if (run.devices > 0) regret.tell(`${count(run.devices, 'device')} are being judged.`);
    });

  const turn = (routine: Routine) =>
    doing.act(() => {
      const { rule, zone, query, devices, what, missed, on } = routine;
      return need(
        api.PUT('/api/routines/{name}', {
          ...path(routine.name),
          body: { rule, zone, query, devices, what, missed, on: !on }
        })
      );
    });

  const remove = (name: string) =>
    doing.act(() =>
      regret.of(
        `Removed the routine ${name}: it is not due any more.`,
        need(api.DELETE('/api/routines/{name}', path(name))),
        doing.load
      )
    );

  onMount(() => {
    doing.load();
    const ends = [
      live.on('job', doing.load),
      keys.add([{ key: 'a', says: 'a new routine', run: () => session.mayAct && (edits = {}) }])
    ];
    return () => ends.forEach((end) => end());
  });
</script>

<svelte:head><title>Routines · Chaperone</title></svelte:head>

<div class="flex items-start">
  <div class="grow">
    <h1>Routines</h1>
    <p class="text-quiet">
      Copies and judgings on a calendar. Which devices that means is found out each time.
    </p>
  </div>
  {#if session.mayAct && !edits}
    <button class="btn btn-primary" onclick={() => (edits = {})}>New routine… <kbd>a</kbd></button>
  {/if}
</div>

<ProblemNote problem={doing.problem} class="mt-3" />
{#if edits}
  <RoutineForm
    routine={edits.routine}
    onclose={(kept) => {
      edits = undefined;
      if (kept) doing.load();
    }}
  />
{/if}

{#if routines?.length === 0 && !edits}
  <div class="panel mt-4 max-w-xl p-6">
    <h2>No routine yet</h2>
    <p class="mt-1">
      A nightly copy of the whole fleet is a good first one: between the last sailing and the first, so that
      every morning begins with a revision to compare with.
    </p>
    {#if session.mayAct}<button class="btn mt-3" onclick={() => (edits = {})}>Write the first one…</button
      >{/if}
  </div>
{:else if routines && routines.length > 0}
  <div class="panel mt-4 overflow-x-auto">
    <table class="rows" {@attach rowKeys('routine')}>
      <thead>
        <tr><th>Routine</th><th>Does</th><th>When</th><th>Next</th><th>Latest</th><th></th></tr>
      </thead>
      <tbody>
        {#each routines as routine (routine.name)}
          <tr class={routine.on ? '' : 'text-quiet'}>
            <td>
              <button
                class="cursor-pointer text-left font-semibold underline"
                onclick={() => show(routine.name)}
                aria-expanded={open === routine.name}>{routine.name}</button
              >
            </td>
            <td>
              {routine.what === 'JUDGE' ? 'judges' : 'copies'}
              {#if routine.devices.length > 0}{count(routine.devices.length, 'named device')}
              {:else if routine.query === ''}the whole fleet
              {:else}<span class="mono">{routine.query}</span>{/if}
              {#if routine.reaches === undefined}
                <span class="text-error font-semibold">· its devices cannot be told any more: change it</span>
              {:else}<span class="text-quiet">· {routine.reaches} now</span>{/if}
            </td>
            <td
              ><span class="mono whitespace-nowrap">{routine.rule}</span>
              <span class="text-quiet">{routine.zone}</span></td
            >
            <td class="whitespace-nowrap">
              {#if !routine.on}off{:else if routine.dueAt[0]}<When at={routine.dueAt[0]} />{:else}never again{/if}
            </td>
            <td>
              {#if routine.latest}
                <When at={routine.latest.at} />:
                {#if routine.latest.job}<a class="underline" href="/jobs/{routine.latest.job}"
                    >{runText(routine.latest)}</a
                  >
                {:else}<span class={isFailure(routine.latest) ? 'text-error font-semibold' : ''}
                    >{runText(routine.latest)}</span
                  >{/if}
              {:else}<span class="text-quiet">not yet</span>{/if}
            </td>
            <td class="min-w-48">
              {#if session.mayAct}<div class="flex flex-wrap justify-end gap-1">
                  <button class="btn" onclick={() => runNow(routine.name)}>Run now</button>
                  <button class="btn" onclick={() => turn(routine)}
                    >{routine.on ? 'Switch off' : 'Switch on'}</button
                  >
                  <button class="btn" onclick={() => (edits = { routine })}>Change…</button>
                  <button class="btn" onclick={() => remove(routine.name)}>Remove</button>
                </div>{/if}
            </td>
          </tr>
          {#if open === routine.name}
            <tr>
              <td colspan="6" class="bg-base-200">
                <p class="text-quiet">
                  Written by {routine.writtenBy}, <When at={routine.writtenAt} />. If no server ran:
                  {routine.missed === 'MAKE_UP' ? 'made up once' : 'skipped'}.
                </p>
                {#if runs.length === 0}<p>It has not been due yet.</p>{/if}
                <ul class="mt-1 max-h-60 overflow-y-auto">
                  {#each runs as run (run.dueAt + run.at)}
                    <li>
                      due <When at={run.dueAt} />:
                      {#if run.job}<a class="underline" href="/jobs/{run.job}">{runText(run)}</a
                        >{:else}{runText(run)}{/if}
                    </li>
                  {/each}
                </ul>
              </td>
            </tr>
          {/if}
        {/each}
      </tbody>
    </table>
  </div>
{/if}
