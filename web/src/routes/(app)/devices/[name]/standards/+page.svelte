<script lang="ts">
  import { page } from '$app/state';
  import { onMount } from 'svelte';
  import { api, need, type StandardVerdicts } from '$lib/api/client';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { BINDING, OUTCOME, SEVERITY } from '$lib/parts/standard/clauseText';
  import Verdict from './Verdict.svelte';
  import { address } from '$lib/state/address.svelte';
  import { rowKeys } from '$lib/keys/rowKeys';
  import { keys } from '$lib/keys/keys.svelte';
  import { Latest } from '$lib/state/latest.svelte';
  import { live } from '$lib/state/live.svelte';
  import { whenever } from '$lib/state/whenever.svelte';
  import { count } from '$lib/text/time';

  const name = $derived(page.params.name ?? '');
  const all = new Latest<StandardVerdicts[]>();
  const wantsAll = $derived(address.params.get('show') === 'all');
  const open = $derived(address.params.get('open') ?? '');

  const load = () => all.ask(need(api.GET('/api/devices/{name}/verdicts', { params: { path: { name } } })));
  whenever(() => name, load);

  const failing = (standard: StandardVerdicts) =>
    standard.verdicts.filter(({ outcome }) => outcome !== 'PASS');

  onMount(() => {
    const ends = [
      live.on('fleet', load),
      keys.add([
        {
          key: 'o',
          says: 'what holds too, or only what does not',
          run: () => address.change({ show: wantsAll ? '' : 'all' })
        }
      ])
    ];
    return () => ends.forEach((end) => end());
  });
</script>

<ProblemNote problem={all.problem} class="mt-3" />
{#if all.value?.length === 0}
  <p class="panel mt-3 max-w-xl p-4">
    No standard has judged this device yet: it was not copied, or nothing is in force.
  </p>
{:else if all.value}
  <div class="mt-3 flex items-center gap-2">
    <div class="join" role="group" aria-label="Which verdicts">
      <button class="btn join-item" aria-pressed={!wantsAll} onclick={() => address.change({ show: '' })}
        >What does not hold</button
      >
      <button class="btn join-item" aria-pressed={wantsAll} onclick={() => address.change({ show: 'all' })}
        >All <kbd aria-hidden="true">o</kbd></button
      >
    </div>
  </div>
  <div {@attach rowKeys('clause')}>
    {#each all.value as standard (standard.standard)}
      {@const shown = wantsAll ? standard.verdicts : failing(standard)}
      <section class="panel mt-3 p-4" aria-label={standard.standard}>
        <h2>
          <a class="hover:underline" href="/standards?standard={encodeURIComponent(standard.standard)}"
            >{standard.standard}</a
          >
          <span class="text-quiet font-normal"
            >{standard.verdicts.length - failing(standard).length} of {count(
              standard.verdicts.length,
              'clause'
            )}
            {standard.verdicts.length - failing(standard).length === 1 ? 'holds' : 'hold'}{standard.notAsked >
            0
              ? `, ${standard.notAsked} not for this device`
              : ''} · revision {standard.revision}, judged <When at={standard.judgedAt} ago /> by text {standard.number}{standard.isNewest
              ? ''
              : ', not yet by the newest'}</span
          >
        </h2>
        {#if shown.length > 0}
          <table class="rows mt-2">
            <thead
              ><tr><th>Clause</th><th>Why</th><th>Severity</th><th>Binds</th><th>It</th><th>Since</th></tr
              ></thead
            >
            <tbody>
              {#each shown as verdict (verdict.tag)}
                {@const key = `${standard.standard} ${verdict.tag}`}
                <tr class={open === key ? 'bg-chosen' : ''}>
                  <th scope="row" class="whitespace-nowrap">
                    {#if verdict.finding}
                      <button
                        class="cursor-pointer underline"
                        aria-expanded={open === key}
                        onclick={() => address.change({ open: open === key ? '' : key })}
                        >{verdict.tag}</button
                      >
                    {:else}{verdict.tag}{/if}
                  </th>
                  <td class="w-full max-w-0 truncate" title={verdict.reason}
                    >{verdict.words ?? verdict.reason}</td
                  >
                  <td class={verdict.severity === 'CRITICAL' ? 'text-error font-semibold' : ''}
                    >{SEVERITY[verdict.severity]}</td
                  >
                  <td>{BINDING[verdict.binding]}</td>
                  <td
                    class={[
                      'whitespace-nowrap',
                      verdict.outcome === 'FAIL'
                        ? 'text-error font-semibold'
                        : verdict.finding && 'text-quiet'
                    ]}>{OUTCOME[verdict.outcome]}</td
                  >
                  <td class="whitespace-nowrap"
                    >{#if verdict.finding}<When at={verdict.finding.since} />{/if}</td
                  >
                </tr>
                {#if open === key && verdict.finding}
                  <tr
                    ><td colspan="6" class="py-3"><Verdict finding={verdict.finding} onexcepted={load} /></td
                    ></tr
                  >
                {/if}
              {/each}
            </tbody>
          </table>
        {:else}<p class="mt-1">It keeps to all of it.</p>{/if}
      </section>
    {/each}
  </div>
{:else if !all.problem}<p class="text-quiet mt-3">Loading…</p>{/if}
