<script lang="ts">
  import { api, asProblem, need, type Device, type Problem } from '$lib/api/client';
  import FourMarks from '$lib/parts/fleet/FourMarks.svelte';
  import { QUESTIONS, wordOf } from '$lib/parts/fleet/fourMarks';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import { regret } from '$lib/state/regret.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { session } from '$lib/state/session.svelte';

  interface Props {
    device: Device;
    oncopy: () => void;
    onremoved: () => void;
  }

  let { device, oncopy, onremoved }: Props = $props();
  let problem = $state<Problem | undefined>();
  const colour = { YES: '', ATTENTION: 'text-warning', NO: 'text-error', NOT_KNOWN: 'text-quiet' };

  async function forbidTelnet() {
    try {
      const params = { path: { name: device.name } };
      await need(api.PUT('/api/devices/{name}/telnet', { params, body: { allowed: false } }));
      onremoved();
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }

  async function remove() {
    try {
      const params = { path: { name: device.name } };
      await regret.of(
        `Removed ${device.name} with its revisions; the device itself is not touched.`,
        need(api.DELETE('/api/devices/{name}', { params })),
        onremoved
      );
      onremoved();
    } catch (thrown) {
      problem = asProblem(thrown);
    }
  }
</script>

<section class="panel sticky top-[58px] p-3.5" aria-label={device.name}>
  <div class="flex items-start justify-between gap-2">
    <h2>{device.name}</h2>
    <FourMarks answers={device.answers} />
  </div>
  <p class="text-quiet">{device.model} · <span class="mono">{device.host}:{device.port}</span></p>
  {#if device.telnetAllowed}<p class="text-warning font-semibold">
      Telnet is allowed: passwords go in the clear
    </p>{/if}
  <p class="text-quiet">serial <span class="mono">{device.serial}</span></p>
  {#if device.pair}<p class="text-quiet">
      pair with <a class="underline" href="/devices/{encodeURIComponent(device.pair)}">{device.pair}</a>
    </p>{/if}
  {#if device.tags.length > 0}<p class="-ml-2">
      {#each device.tags as tag (tag)}<span class="tag">{tag}</span>{/each}
    </p>{/if}
  <dl class="mt-2 grid grid-cols-[72px_1fr]">
    {#each QUESTIONS as question (question.key)}
      {@const answer = device.answers[question.key]}
      <dt class="text-quiet border-base-300 border-b py-1">{question.word}</dt>
      <dd class="border-base-300 border-b py-1 {colour[answer.kind]}">
        {wordOf(answer)}: {answer.reason}{#if answer.since}<span class="text-quiet"
            >, since <When at={answer.since} /></span
          >{/if}
      </dd>
    {/each}
    <dt class="text-quiet py-1">Copied</dt>
    <dd class="py-1">
      {#if device.lastCopyAt}<When at={device.lastCopyAt} />{:else}never{/if}
      {#if device.lastFailure}<span class="text-error">, latest attempt failed</span>{/if}
    </dd>
  </dl>
  <div class="mt-3 flex flex-wrap gap-2">
    <a class="btn btn-primary" href="/devices/{encodeURIComponent(device.name)}">Open</a>
    {#if session.mayAct}
      <button class="btn" onclick={oncopy}>Copy now</button>
      <button class="btn" onclick={remove}>Remove</button>
      {#if device.telnetAllowed}<button class="btn" onclick={forbidTelnet}>No more Telnet</button>{/if}
    {/if}
  </div>
  <ProblemNote {problem} class="mt-3" />
</section>
