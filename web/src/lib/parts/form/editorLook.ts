import { EditorView } from '@codemirror/view';

/** How every editor looks: the colours and letters of the page. */
export const editorLook = EditorView.theme({
  '&': {
    fontSize: '12.5px',
    backgroundColor: 'var(--card)',
    color: 'var(--color-base-content)'
  },
  '.cm-scroller': { fontFamily: 'var(--font-mono)', lineHeight: '20px' },
  '.cm-gutters': {
    backgroundColor: 'var(--color-base-200)',
    color: 'var(--quiet)',
    borderRight: '1px solid var(--color-base-300)'
  },
  '&.cm-focused': { outline: '2px solid var(--act-text)', outlineOffset: '-2px' },
  '.cm-cursor': { borderLeftColor: 'var(--color-base-content)' },
  '&.cm-focused .cm-selectionBackground, .cm-selectionBackground': {
    backgroundColor: 'var(--chosen) !important'
  },
  '.cm-placeholder': { color: 'var(--quiet)' },
  '.cm-tooltip': {
    backgroundColor: 'var(--card)',
    color: 'var(--color-base-content)',
    border: '1px solid var(--color-base-300)'
  },
  '.cm-tooltip.cm-tooltip-autocomplete > ul > li': { padding: '2px 10px' },
  '.cm-tooltip-autocomplete ul li[aria-selected]': {
    backgroundColor: 'var(--color-primary)',
    color: 'var(--color-primary-content)'
  },
  '.cm-completionDetail': { fontStyle: 'normal', color: 'inherit', opacity: '0.85' },
  '.cm-lintRange-error': { textDecoration: 'underline wavy var(--color-error)', backgroundImage: 'none' },
  '.cm-diagnostic-error': { borderLeftColor: 'var(--color-error)' }
});
