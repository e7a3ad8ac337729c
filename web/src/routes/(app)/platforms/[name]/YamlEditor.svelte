<script lang="ts">
  import { autocompletion, type CompletionContext, type CompletionResult } from '@codemirror/autocomplete';
  import { yaml } from '@codemirror/lang-yaml';
  import { HighlightStyle, syntaxHighlighting } from '@codemirror/language';
  import { forceLinting, linter, lintGutter, type Diagnostic } from '@codemirror/lint';
  import { EditorState } from '@codemirror/state';
  import { EditorView } from '@codemirror/view';
  import { tags } from '@lezer/highlight';
  import { minimalSetup } from 'codemirror';
  import { lineNumbers } from '@codemirror/view';
  import { onMount, untrack } from 'svelte';
  import type { PlatformKeys, PlatformProblem } from '$lib/api/client';
  import { editorLook } from '$lib/parts/form/editorLook';
  import { blockAt, keyText, keyTyped } from './yamlPlace';

  interface Props {
    value: string;
    keys: PlatformKeys;
    readonly?: boolean;
    /** Asks the server what is wrong with a text. */
    check: (text: string) => Promise<readonly PlatformProblem[]>;
    onchange: (text: string) => void;
  }

  let { value, keys, readonly = false, check, onchange }: Props = $props();
  let holder: HTMLDivElement | undefined = $state();
  let view: EditorView | undefined;

  const filling = EditorView.theme({ '&': { height: '100%' } });
  const colours = HighlightStyle.define([
    { tag: tags.definition(tags.propertyName), color: 'var(--act-text)', fontWeight: '600' },
    { tag: tags.comment, color: 'var(--quiet)' },
    { tag: [tags.string, tags.special(tags.string)], color: 'var(--color-success)' }
  ]);

  function complete(context: CompletionContext): CompletionResult | null {
    const line = context.state.doc.lineAt(context.pos);
    const typed = keyTyped(line.text.slice(0, context.pos - line.from));
    if (!typed || (typed.typed === '' && !context.explicit)) return null;
    const block = blockAt(context.state.doc.toString().split('\n'), line.number - 1);
    return {
      from: line.from + typed.from,
      options: (keys[block] ?? []).map((key) => ({
        label: key.name,
        detail: key.says,
        apply: keyText(key.name, key.example)
      }))
    };
  }

  async function problems(editor: EditorView): Promise<Diagnostic[]> {
    const doc = editor.state.doc;
    return (await check(doc.toString())).map((problem) => {
      const line = doc.line(Math.min(doc.lines, problem.line + 1));
      const from = Math.min(line.to, line.from + problem.column);
      return { from, to: Math.max(from, line.to), severity: 'error', message: problem.message };
    });
  }

  onMount(() => {
    view = new EditorView({
      parent: holder,
      state: EditorState.create({
        doc: untrack(() => value),
        extensions: [
          minimalSetup,
          lineNumbers(),
          yaml(),
          lintGutter(),
          linter(problems, { delay: 400 }),
          autocompletion({ override: [complete] }),
          EditorState.readOnly.of(readonly),
          editorLook,
          filling,
          syntaxHighlighting(colours),
          EditorView.contentAttributes.of({ 'aria-label': 'Text of the platform', tabindex: '0' }),
          EditorView.updateListener.of((update) => update.docChanged && onchange(update.state.doc.toString()))
        ]
      })
    });
    return () => view?.destroy();
  });

  $effect(() => {
    const text = value;
    if (!view || view.state.doc.toString() === text) return;
    view.dispatch({ changes: { from: 0, to: view.state.doc.length, insert: text } });
    forceLinting(view);
  });

  /** Puts the cursor on a place, counted from 0. */
  export function go(line: number, column: number) {
    if (!view) return;
    const found = view.state.doc.line(Math.min(view.state.doc.lines, line + 1));
    const at = Math.min(found.to, found.from + column);
    view.dispatch({ selection: { anchor: at }, effects: EditorView.scrollIntoView(at, { y: 'center' }) });
    view.focus();
  }
</script>

<div bind:this={holder} class="h-full overflow-hidden"></div>
