<script lang="ts">
  import { PROTOCOLS, type LogInDraft, type Protocol } from '$lib/text/logIns';

  interface Props {
    draft: LogInDraft;
    number: number;
    /** Whether it is the only one: it cannot be left out then. */
    alone: boolean;
    ontoggle: (protocol: Protocol) => void;
    onremove: () => void;
  }

  let { draft = $bindable(), number, alone, ontoggle, onremove }: Props = $props();
  let keyShown = $state(false);
  const ofThis = $derived(alone ? '' : ` of log-in ${number}`);
  const keyFits = $derived(draft.protocols.some((each) => each === 'SSH' || each === 'NETCONF'));
</script>

<fieldset class="border-base-300 col-span-2 grid grid-cols-2 gap-x-4 gap-y-3 rounded border p-3">
  <legend class="px-1 font-semibold">{alone ? 'Log-in' : `Log-in ${number}`}</legend>
  <div class="col-span-2 flex flex-wrap items-center gap-x-5 gap-y-1">
    <span>by</span>
    {#each PROTOCOLS as protocol (protocol.name)}
      <label class="flex items-center gap-1.5" title={protocol.meaning}>
        <input
          type="checkbox"
          class="checkbox"
          checked={draft.protocols.includes(protocol.name)}
          onchange={() => ontoggle(protocol.name)}
        />
        {protocol.title}
      </label>
    {/each}
    {#if !alone}
      <button class="btn btn-ghost ml-auto h-7" type="button" onclick={onremove}
        >Leave log-in {number} out</button
      >
    {/if}
  </div>
  <label>
    <span class="font-semibold">Account on the devices<span class="sr-only">{ofThis}</span></span>
    <input class="input mt-1 w-full" bind:value={draft.account} maxlength="60" required autocomplete="off" />
  </label>
  <label>
    <span class="font-semibold">Password<span class="sr-only">{ofThis}</span></span>
    <input
      class="input mt-1 w-full"
      type="password"
      bind:value={draft.password}
      maxlength="200"
      required={!draft.hasPassword && (!draft.publicKey || draft.dropsKey) && draft.key === ''}
      placeholder={draft.hasPassword ? 'unchanged if left empty' : ''}
      autocomplete="new-password"
    />
  </label>
  {#if keyFits}
    <div class="col-span-2">
      {#if draft.publicKey}
        <p>
          It has a private key. Devices know it by
          <code class="mono break-all">{draft.publicKey}</code>
        </p>
        <label class="mt-1 flex items-center gap-1.5">
          <input type="checkbox" class="checkbox" bind:checked={draft.dropsKey} />
          Take the key away; the password stays
        </label>
      {/if}
      {#if keyShown}
        <label class="mt-1 block">
          <span class="font-semibold">Private key{ofThis} (PEM)</span>
          <textarea
            class="textarea mono mt-1 h-24 w-full"
            bind:value={draft.key}
            maxlength="16384"
            spellcheck="false"
            autocomplete="off"></textarea>
        </label>
        <label class="mt-2 block w-72">
          <span class="font-semibold">Passphrase of the key{ofThis}</span>
          <input
            class="input mt-1 w-full"
            type="password"
            bind:value={draft.passphrase}
            maxlength="200"
            autocomplete="new-password"
          />
        </label>
      {:else}
        <button class="btn btn-ghost h-7 px-0" type="button" onclick={() => (keyShown = true)}
          >{draft.publicKey ? 'Use another private key…' : 'Log in by a private key…'}</button
        >
      {/if}
    </div>
  {/if}
</fieldset>
