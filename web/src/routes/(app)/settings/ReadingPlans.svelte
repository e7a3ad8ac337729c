<script lang="ts">
  import { regret } from '$lib/state/regret.svelte';
  import { onMount } from 'svelte';
  import { api, need, type Group, type ReadingPlan } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { Doing } from '$lib/state/doing.svelte';
  import { session } from '$lib/state/session.svelte';

  let plans = $state<ReadingPlan[]>([]);
  let groups = $state<Group[]>([]);
  let added = $state('');
  const free = $derived(groups.filter((group) => !plans.some((plan) => plan.group === group.name)));

  const doing = new Doing(async () => {
    [plans, groups] = await Promise.all([need(api.GET('/api/reading-plans')), need(api.GET('/api/groups'))]);
  });

  const set = (plan: ReadingPlan) =>
    doing.act(() =>
      need(
        api.PUT('/api/reading-plans', {
          params: { query: { group: plan.group ?? '' } },
          body: {
            everyMinutes: plan.everyMinutes,
            fullAfterHours: plan.fullAfterHours,
            tablesEveryMinutes: plan.tablesEveryMinutes,
            judgedWithinHours: plan.judgedWithinHours,
            on: plan.on
          }
        })
      )
    );
  const remove = (group: string) =>
    doing.act(() =>
      regret.of(
        `Removed the plan of ${group}.`,
        need(api.DELETE('/api/reading-plans', { params: { query: { group } } })),
        doing.load
      )
    );
  const add = () =>
    set({
      group: added,
      everyMinutes: 5,
      fullAfterHours: 24,
      tablesEveryMinutes: 60,
      judgedWithinHours: 50,
      on: true
    }).then(() => (added = ''));

  onMount(doing.load);
</script>

<section class="mt-6" aria-labelledby="looks">
  <h2 id="looks">How often devices are looked at</h2>
  <p class="text-quiet max-w-3xl">
    Between copies each device is asked for its facts and whether its configuration has moved: a whole copy is
    taken when it has, or after the time given. A device goes by the first of these groups that it is in.
  </p>
  <ProblemNote problem={doing.problem} class="mt-2" />
  <div class="panel mt-2 max-w-3xl">
    <table class="rows">
      <thead
        ><tr
          ><th>Devices</th><th>Looked at</th><th>Every</th><th>Whole copy after</th><th>Tables every</th><th
            title="Not seen for longer, a device is not known to keep to anything">Judged within</th
          ><th></th></tr
        ></thead
      >
      <tbody>
        {#each plans as plan (plan.group ?? '')}
          <tr>
            <td class="font-semibold">{plan.group ?? 'all others'}</td>
            <td>
              <input
                type="checkbox"
                class="checkbox"
                checked={plan.on}
                disabled={!session.mayAct}
                aria-label="Look at {plan.group ?? 'all others'}"
                onchange={(event) => set({ ...plan, on: event.currentTarget.checked })}
              />
            </td>
            <td class="whitespace-nowrap">
              <input
                class="input w-20"
                type="number"
                min="1"
                max="10080"
                value={plan.everyMinutes}
                disabled={!session.mayAct}
                aria-label="Minutes between looks at {plan.group ?? 'all others'}"
                onchange={(event) => set({ ...plan, everyMinutes: Number(event.currentTarget.value) })}
              /> min
            </td>
            <td class="whitespace-nowrap">
              <input
                class="input w-20"
                type="number"
                min="1"
                max="720"
                value={plan.fullAfterHours}
                disabled={!session.mayAct}
                aria-label="Hours until a whole copy of {plan.group ?? 'all others'}"
                onchange={(event) => set({ ...plan, fullAfterHours: Number(event.currentTarget.value) })}
              /> h
            </td>
            <td class="whitespace-nowrap">
              <input
                class="input w-20"
                type="number"
                min="5"
                max="10080"
                value={plan.tablesEveryMinutes}
                disabled={!session.mayAct}
                aria-label="Minutes between readings of the tables of {plan.group ?? 'all others'}"
                onchange={(event) => set({ ...plan, tablesEveryMinutes: Number(event.currentTarget.value) })}
              /> min
            </td>
            <td class="whitespace-nowrap">
              <input
                class="input w-20"
                type="number"
                min="1"
                max="8760"
                value={plan.judgedWithinHours}
                disabled={!session.mayAct}
                aria-label="Hours without a look after which nothing is known of {plan.group ?? 'all others'}"
                onchange={(event) => set({ ...plan, judgedWithinHours: Number(event.currentTarget.value) })}
              /> h
            </td>
            <td class="text-right">
              {#if plan.group && session.mayAct}
                {@const group = plan.group}
                <button class="btn" onclick={() => remove(group)} aria-label="Remove the plan of {group}"
                  >Remove</button
                >
              {/if}
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  </div>
  {#if session.mayAct && free.length > 0}
    <div class="mt-2 flex gap-2">
      <select class="select w-52" bind:value={added} aria-label="Group for a plan of its own">
        <option value="">a group…</option>
        {#each free as group (group.name)}<option value={group.name}>{group.name}</option>{/each}
      </select>
      <button class="btn" disabled={added === ''} onclick={add}>Give it a plan of its own</button>
    </div>
  {/if}
</section>
