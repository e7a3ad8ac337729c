<script lang="ts">
  import { marksOf } from './overview';

  interface Props {
    /** What each line is: its kind in small letters. */
    kinds: readonly string[];
    /** The line that is in view, as an index. */
    at?: number | undefined;
    /** Height of all rows together, in pixels: a short difference leaves the rest of the strip empty. */
    height: number;
    onjump: (index: number) => void;
  }

  let { kinds, at, height, onjump }: Props = $props();
  const marks = $derived(marksOf(kinds));
  let strip: HTMLDivElement | undefined = $state();

  function jump(event: MouseEvent) {
    if (!strip) return;
    const box = strip.getBoundingClientRect();
    if (event.clientY > box.bottom) return;
    onjump(Math.min(kinds.length - 1, Math.floor(((event.clientY - box.top) / box.height) * kinds.length)));
  }
</script>

<!-- For the mouse; by keyboard n and p lead to the same places. -->
<div
  bind:this={strip}
  class="strip"
  style:height="{height}px"
  role="presentation"
  aria-hidden="true"
  onclick={jump}
>
  {#each marks as mark (mark.from)}
    <i class={mark.kind} style:top="{mark.from * 100}%" style:height="max(3px, {mark.length * 100}%)"></i>
  {/each}
  {#if at !== undefined && kinds.length > 0}<b style:top="{(at / kinds.length) * 100}%"></b>{/if}
</div>

<style>
  .strip {
    position: relative;
    width: 14px;
    max-height: 100%;
    border-left: 1px solid var(--color-base-300);
    background: var(--color-base-200);
    cursor: pointer;
  }
  .strip i {
    position: absolute;
    left: 2px;
    right: 2px;
  }
  .added {
    background: var(--color-success);
  }
  .removed {
    background: var(--color-error);
  }
  .modified {
    background: var(--underline);
  }
  .moved {
    background: var(--color-info);
  }
  .noise {
    background: color-mix(in oklab, var(--quiet) 45%, transparent);
  }
  .strip b {
    position: absolute;
    left: 0;
    right: 0;
    height: 2px;
    background: var(--act-text);
  }
</style>
