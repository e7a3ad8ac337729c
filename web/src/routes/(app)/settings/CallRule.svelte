<script lang="ts">
  import { onMount } from 'svelte';
  import { api, need } from '$lib/api/client';
  import type { components } from '$lib/api/schema';
  import Field from '$lib/parts/form/Field.svelte';
  import ProblemNote from '$lib/parts/form/ProblemNote.svelte';
  import When from '$lib/parts/form/When.svelte';
  import { Doing } from '$lib/state/doing.svelte';
  import { session } from '$lib/state/session.svelte';
  import { portsIn } from './ports';

  let ranges = $state('');
  let ports = $state('');
  let authorities = $state('');
  let trusted = $state<components['schemas']['Authority'][]>([]);
  let isWritten = $state(false);
  let isKept = $state(false);
  const wanted = $derived(portsIn(ports));

  const doing = new Doing(async () => {
    const rule = await need(api.GET('/api/callable'));
    trusted = rule.trusted;
    if (isWritten) return;
    authorities = rule.authorities;
    ranges = rule.ranges;
    ports = rule.ports.join(', ');
  });

  async function keep(event: SubmitEvent) {
    event.preventDefault();
    if (wanted === undefined) return;
    isKept = await doing.act(async () => {
      await need(api.PUT('/api/callable', { body: { ranges, ports: wanted ?? [], authorities } }));
      isWritten = false;
    });
  }

  function write() {
    isWritten = true;
    isKept = false;
  }

  onMount(doing.load);
</script>

<section class="mt-6" aria-labelledby="calls">
  <h2 id="calls">Where Chaperone may call</h2>
  <p class="text-quiet max-w-3xl">
    Nothing is sent to any other address, whatever somebody enters. Besides these ports it uses those at which
    platforms are usually reached: 22, 23, 443, 830. A credential set narrows this further.
  </p>
  <ProblemNote problem={doing.problem} class="mt-2 max-w-3xl" />
  <form class="panel mt-2 grid max-w-3xl grid-cols-2 gap-x-4 gap-y-2 px-4 py-3" onsubmit={keep}>
    <Field label="Ranges of addresses, one a line">
      <textarea
        class="textarea mono w-full"
        rows="3"
        maxlength="20000"
        bind:value={ranges}
        oninput={write}
        disabled={!session.mayManage}
        placeholder="none: nothing can be called"></textarea>
    </Field>
    <label>
      <span class="font-semibold">More ports</span>
      <input
        class="input mono mt-1 w-full"
        maxlength="600"
        bind:value={ports}
        oninput={write}
        disabled={!session.mayManage}
        aria-invalid={wanted === undefined}
      />
      {#if wanted === undefined}<span class="text-error">Numbers from 1 to 65535, with commas between.</span
        >{/if}
    </label>
    <div class="col-span-2">
      <Field label="Authorities that sign devices’ certificates (PEM)">
        <textarea
          class="textarea mono w-full"
          rows="3"
          maxlength="200000"
          spellcheck="false"
          bind:value={authorities}
          oninput={write}
          disabled={!session.mayManage}
          aria-describedby="authorities-note"
          placeholder="none: each certificate is pinned when a device is met"></textarea>
      </Field>
      <p id="authorities-note" class="text-quiet">
        A device whose certificate one of them signed for its address needs no pin and may renew it. All
        others keep the certificate that they showed first.
      </p>
      {#if trusted.length > 0}
        <ul class="mt-1">
          {#each trusted as each, i (i)}
            <li><span class="mono">{each.subject}</span>, until <When at={each.until} /></li>
          {/each}
        </ul>
      {/if}
    </div>
    {#if session.mayManage}
      <div class="col-span-2 flex items-center gap-3">
        <button
          class="btn"
          disabled={wanted === undefined || !isWritten}
          title={isWritten ? undefined : 'Nothing is changed yet.'}>Save</button
        >
        {#if isKept}<span role="status" class="text-success font-semibold">Kept.</span>{/if}
      </div>
    {/if}
  </form>
</section>
