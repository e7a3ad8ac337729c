<script lang="ts">
  import {
    acceptCompletion,
    autocompletion,
    completionStatus,
    moveCompletionSelection,
    startCompletion,
    type CompletionContext,
    type CompletionResult
  } from '@codemirror/autocomplete';
  import { setDiagnostics } from '@codemirror/lint';
  import { EditorState, Prec } from '@codemirror/state';
  import { EditorView, keymap, placeholder } from '@codemirror/view';
  import { minimalSetup } from 'codemirror';
  import { onMount, untrack } from 'svelte';
  import { api, need, type Problem } from '$lib/api/client';
  import { editorLook } from '../form/editorLook';
  import { markOf, oneLine } from './queryText';

  interface Props {
    value: string;
    label: string;
    hint: string;
    /** What the server says of the query; its place is marked. */
    problem: Problem | undefined;
    onchange: (query: string) => void;
  }

  let { value, label, hint, problem, onchange }: Props = $props();
  let holder: HTMLDivElement | undefined = $state();
  let view: EditorView | undefined;
  const mark = $derived(problem?.span && markOf(value, problem.span));

  const look = EditorView.theme({
    // Beside another editor on the page, the look of all editors would come after this one.
    '&.cm-focused': { outline: 'none !important' },
    '.cm-scroller': { overflowX: 'auto', scrollbarWidth: 'none' },
    '.cm-content': { padding: '5px 0' },
    '.cm-line': { padding: '0' }
  });

  async function complete(context: CompletionContext): Promise<CompletionResult | null> {
    const query = { query: context.state.doc.toString(), cursor: context.pos };
    const help = await need(api.GET('/api/query-help', { params: { query } })).catch(() => undefined);
    if (!help || help.options.length === 0 || (query.query === '' && !context.explicit)) return null;
    return {
      from: help.from,
      to: help.to,
      filter: false,
      options: help.options.map((option) => ({ label: option, apply: `${option} ` }))
    };
  }

  /** The option under the cursor, or else the first. */
  const take = (editor: EditorView) =>
    acceptCompletion(editor) ||
    (completionStatus(editor.state) === 'active' &&
      moveCompletionSelection(true)(editor) &&
      acceptCompletion(editor));

  /** Tab was faster than the server: what it offers is taken when it comes, and the focus stays. */
  let takesNext = false;
  const accept = (editor: EditorView) => {
    if (take(editor)) return true;
    takesNext = completionStatus(editor.state) === 'pending';
    return takesNext;
  };

  const settle = (editor: EditorView) => {
    const status = completionStatus(editor.state);
    if (!takesNext || status === 'pending') return;
    takesNext = false;
    // An editor cannot be altered while it tells of an alteration.
    if (status === 'active') setTimeout(() => take(editor));
  };

  /** Whether the query was ended by Enter: what turns out to be a mistake is gone on with at once. */
  let isEntered = false;
  const enter = (editor: EditorView) => {
    isEntered = true;
    return problem ? true : leave(editor);
  };

  const leave = (editor: EditorView) => {
    editor.contentDOM.blur();
    return true;
  };

  onMount(() => {
    view = new EditorView({
      parent: holder,
      state: EditorState.create({
        doc: untrack(() => value),
        extensions: [
          Prec.highest(
            keymap.of([
              { key: 'Tab', run: accept },
              {
                key: 'ArrowDown',
                run: (editor) => completionStatus(editor.state) === null && startCompletion(editor)
              }
            ])
          ),
          autocompletion({ override: [complete], icons: false, selectOnOpen: false, interactionDelay: 0 }),
          keymap.of([
            { key: 'Enter', run: enter },
            { key: 'Escape', run: leave }
          ]),
          minimalSetup,
          EditorState.transactionFilter.of((change) =>
            change.newDoc.lines === 1
              ? change
              : [
                  {
                    changes: {
                      from: 0,
                      to: change.startState.doc.length,
                      insert: oneLine(change.newDoc.toString())
                    }
                  }
                ]
          ),
          placeholder(untrack(() => hint)),
          editorLook,
          look,
          EditorView.contentAttributes.of({ 'aria-label': untrack(() => label) }),
          EditorView.updateListener.of((update) => {
            if (update.docChanged) {
              takesNext = isEntered = false;
              onchange(update.state.doc.toString());
            }
            settle(update.view);
          })
        ]
      })
    });
    return () => view?.destroy();
  });

  $effect(() => {
    const text = value;
    // What is being typed is ahead of the address: only when nobody types does the address decide.
    if (!view || view.hasFocus || view.state.doc.toString() === text) return;
    view.dispatch({ changes: { from: 0, to: view.state.doc.length, insert: text } });
  });

  $effect(() => {
    const shown = mark;
    if (!view) return;
    const end = view.state.doc.length;
    const message = problem?.meaning ?? '';
    const marks = shown
      ? [
          {
            from: Math.min(shown.from, end),
            to: Math.min(shown.to, end),
            severity: 'error' as const,
            message
          }
        ]
      : [];
    view.dispatch(setDiagnostics(view.state, marks));
    // Unless the reader has gone on to something else by now.
    if (shown && isEntered && document.activeElement === document.body) view.focus();
  });

  export function focus() {
    view?.focus();
  }
</script>

<div class="query-bar">
  <div bind:this={holder} class="min-w-0 grow"></div>
  <kbd>/</kbd>
</div>
{#if problem}
  <p role="alert" class="text-error mt-1">
    {#if mark}<span class="mono"
        >{mark.before}<mark class="bg-removed text-error">{mark.marked}</mark>{mark.after}</span
      > ·
    {/if}{problem.meaning}
  </p>
{/if}
