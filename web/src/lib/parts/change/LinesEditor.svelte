<script lang="ts">
  import {
    acceptCompletion,
    autocompletion,
    type CompletionContext,
    type CompletionResult
  } from '@codemirror/autocomplete';
  import { linter, lintGutter, type Diagnostic } from '@codemirror/lint';
  import { EditorState, Prec, StateEffect } from '@codemirror/state';
  import { EditorView, keymap, lineNumbers } from '@codemirror/view';
  import { minimalSetup } from 'codemirror';
  import { onMount, untrack } from 'svelte';
  import { api, need, type LineHelp, type LineMark } from '$lib/api/client';
  import { editorLook } from '../form/editorLook';
  import { completions, diagnostics, settled } from './lineHelp';

  interface Props {
    value: string;
    label: string;
    /** Whose configuration they are typed to; without one nothing is suggested. */
    device: string | undefined;
    change: number;
    /** The edit that is altered. */
    edit?: number | undefined;
    onchange: (text: string) => void;
  }

  let { value, label, device, change, edit, onchange }: Props = $props();
  let holder: HTMLDivElement | undefined = $state();
  let view: EditorView | undefined;
  let block = $state.raw<readonly string[]>([]);
  let marks = $state.raw<readonly LineMark[]>([]);
  const MOST_TOLD = 3;
  const otherDevice = StateEffect.define<string>();

  const look = EditorView.theme({
    '&': { height: '13rem', border: '1px solid var(--color-base-300)', borderRadius: 'var(--radius-field)' }
  });

  async function helpAt(state: EditorState): Promise<LineHelp | undefined> {
    if (!device) return undefined;
    const at = state.selection.main.head;
    const line = state.doc.lineAt(at);
    const lines = state.doc.toString().split('\n');
    const body = { lines, line: line.number - 1, column: at - line.from, change, edit };
    const params = { path: { name: device } };
    const help = await need(api.POST('/api/devices/{name}/typed-lines', { params, body })).catch(
      () => undefined
    );
    block = help?.block ?? [];
    return help;
  }

  async function complete(context: CompletionContext): Promise<CompletionResult | null> {
    const line = context.state.doc.lineAt(context.pos);
    if (line.text.trim() === '' && !context.explicit) return null;
    const help = await helpAt(context.state);
    return help ? completions(line.from, help) : null;
  }

  async function problems(editor: EditorView): Promise<Diagnostic[]> {
    const help = await helpAt(editor.state);
    marks = settled(editor.state.doc, help?.marks ?? [], editor.state.selection.main.head);
    return diagnostics(editor.state.doc, marks);
  }

  onMount(() => {
    view = new EditorView({
      parent: holder,
      state: EditorState.create({
        doc: untrack(() => value),
        extensions: [
          Prec.highest(keymap.of([{ key: 'Tab', run: acceptCompletion }])),
          autocompletion({ override: [complete], icons: false, selectOnOpen: false, interactionDelay: 0 }),
          minimalSetup,
          lineNumbers(),
          lintGutter(),
          // The block is told anew when the cursor moves, too.
          linter(problems, {
            delay: 400,
            needsRefresh: (update) =>
              update.selectionSet ||
              update.transactions.some(({ effects }) => effects.some((each) => each.is(otherDevice)))
          }),
          editorLook,
          look,
          EditorView.contentAttributes.of({ 'aria-label': untrack(() => label) }),
          EditorView.updateListener.of((update) => update.docChanged && onchange(update.state.doc.toString()))
        ]
      })
    });
    view.focus();
    return () => view?.destroy();
  });

  $effect(() => {
    // Another device says other things of the same lines.
    view?.dispatch({ effects: otherDevice.of(device ?? '') });
  });
</script>

<p class="text-quiet mb-1" role="status">
  {#if block.length > 0}In <span class="mono text-base-content">{block.join(' / ')}</span>
  {:else}At the top of the configuration{/if}
</p>
<div bind:this={holder}></div>
<ul class="mt-1" aria-live="polite">
  {#each marks.slice(0, MOST_TOLD) as mark (mark.line)}
    <li class={mark.kind === 'REFUSED' ? 'text-error' : 'text-quiet'}>
      Line {mark.line + 1}: {mark.message}
    </li>
  {/each}
  {#if marks.length > MOST_TOLD}<li class="text-quiet">and {marks.length - MOST_TOLD} more</li>{/if}
</ul>
