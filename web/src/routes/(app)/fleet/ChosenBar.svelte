<script lang="ts">
  import CaseButton from '$lib/parts/case/CaseButton.svelte';
  import DarkBar from '$lib/parts/frame/DarkBar.svelte';
  import { session } from '$lib/state/session.svelte';
  import { count } from '$lib/text/time';

  interface Props {
    names: readonly string[];
    onletgo: () => void;
    onedit: () => void;
    oncopy: () => void;
    onremove: () => void;
  }

  let { names, onletgo, onedit, oncopy, onremove }: Props = $props();
</script>

<DarkBar label="Chosen devices">
  <span class="font-semibold whitespace-nowrap">{count(names.length, 'device')} chosen</span>
  <span class="grow truncate">{names.join(', ')}</span>
  <button class="btn on-dark" onclick={onletgo}>Let go</button>
  {#if names.length === 2}
    <a
      class="btn on-dark"
      href="/compare?bd={encodeURIComponent(names[0] ?? '')}&ad={encodeURIComponent(names[1] ?? '')}"
      >Compare</a
    >
  {/if}
  <CaseButton class="btn on-dark" items={names.map((device) => ({ kind: 'DEVICE', device }))} />
  {#if session.mayAct}
    <a class="btn on-dark" href="/templates?devices={encodeURIComponent(names.join(','))}"
      >Fill in a template…</a
    >
    <a class="btn on-dark" href="/rollouts?devices={encodeURIComponent(names.join(','))}">Renew…</a>
    <button class="btn on-dark" onclick={onedit}>Change…</button>
    <button class="btn on-dark" onclick={onremove}>Remove</button>
    <button class="btn btn-accent" onclick={oncopy}>Copy now</button>
  {/if}
</DarkBar>
