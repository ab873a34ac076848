import type { BlockView, FindingView } from '@aurelfield/api';
import { blocksFromElement } from '@aurelfield/core/page';
import { Extension } from '@tiptap/core';
import { useEditor, type Editor } from '@tiptap/react';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { FindingMarks, FINDINGS_KEY, placeOf, type Layer, type Mark } from './findingMarks.ts';
import { EXTENSIONS, fromEditor, toEditor, toHtml } from './schema.ts';
import { blocksOf, noted, redone, undone, type Steps } from './steps.ts';

/** A rest this long in typing is a step for going back. Milliseconds. */
const STEP_REST = 500;

export interface ProofEditor {
  readonly editor: Editor | null;
  /** The blocks as they are; new at every rest in typing. */
  readonly blocks: readonly BlockView[];
  readonly canUndo: boolean;
  readonly canRedo: boolean;
  readonly undo: () => void;
  readonly redo: () => void;
  /** Puts other blocks there, as one step. */
  readonly replaceAll: (blocks: readonly BlockView[]) => void;
  /** Changes the block in which the cursor stands. */
  readonly setKind: (change: Partial<Omit<BlockView, 'text'>>) => void;
  /** Has the block in which the cursor stands read aloud or not. */
  readonly setSilent: (silent: boolean) => void;
  /** Says in which language the block is; `undefined` for the handout's own. */
  readonly setLanguage: (language: string | undefined) => void;
  /** Puts a text in the place of a finding, as one step. */
  readonly correct: (place: Pick<FindingView, 'block' | 'start' | 'end'>, text: string) => void;
  /** Brings the cursor back into the text, where it was. */
  readonly focus: () => void;
  /**
   * Selects what stands in a place and brings it into view; `focus` also brings the cursor there, so that it
   * can be typed over.
   */
  readonly show: (
    place: Pick<FindingView, 'block' | 'start' | 'end'>,
    options?: { readonly focus?: boolean },
  ) => void;
  /** Puts a block after the one in which the cursor stands, as one step, and the cursor into it. */
  readonly insertAfter: (block: BlockView) => void;
  /** Where the cursor stands, or what lies under a point of the window. */
  readonly cursor: () => TextPlace | undefined;
  readonly under: (x: number, y: number) => TextPlace | undefined;
  /** Marks places, in the stead of those that were marked in this layer. */
  readonly mark: (layer: Layer, marks: readonly Mark[], current?: number) => void;
}

/** A block by its number, and an offset in its text. */
export interface TextPlace {
  readonly block: number;
  readonly offset: number;
}

/** The editor of a handout's blocks, with steps of its own for going back and forth. */
export function useProofEditor(begin: Steps, onSteps: (steps: Steps) => void): ProofEditor {
  const [steps, setSteps] = useState(begin);
  /** Whether something was typed that is no step yet. */
  const [isTyped, setTyped] = useState(false);
  const latest = useRef(begin);
  const idleTimer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const report = useRef(onSteps);
  useEffect(() => {
    report.current = onSteps;
  }, [onSteps]);

  const take = useCallback((next: Steps) => {
    setTyped(false);
    if (next === latest.current) return;
    latest.current = next;
    setSteps(next);
    report.current(next);
  }, []);

  const keys = useMemo(
    () =>
      Extension.create({
        name: 'proofKeys',
        addKeyboardShortcuts() {
          return {
            'Mod-z': () => go(this.editor, undone),
            'Mod-y': () => go(this.editor, redone),
            'Shift-Mod-z': () => go(this.editor, redone),
          };
        },
      }),
    // eslint-disable-next-line react-hooks/exhaustive-deps -- `go` reads refs only
    [],
  );

  /** What was typed since the last rest is a step too. */
  const settle = (editor: Editor) => {
    clearTimeout(idleTimer.current);
    take(noted(latest.current, fromEditor(editor.state.doc)));
  };
  const go = (editor: Editor, way: (steps: Steps) => Steps) => {
    settle(editor);
    const next = way(latest.current);
    if (next === latest.current) return true;
    const { from } = editor.state.selection;
    editor.commands.setContent(toEditor(blocksOf(next)), { emitUpdate: false });
    editor.commands.setTextSelection(Math.min(from, editor.state.doc.content.size - 1));
    take(next);
    return true;
  };

  const editor = useEditor({
    extensions: [...EXTENSIONS, FindingMarks, keys],
    content: toEditor(blocksOf(begin)),
    immediatelyRender: true,
    shouldRerenderOnTransaction: true,
    editorProps: {
      attributes: {
        role: 'textbox',
        'aria-multiline': 'true',
        'aria-label': 'Text of the handout',
        spellcheck: 'false',
      },
      transformPastedHTML: (html) =>
        toHtml(blocksFromElement(new DOMParser().parseFromString(html, 'text/html').body) as BlockView[]),
    },
    onUpdate: ({ editor: changed }) => {
      clearTimeout(idleTimer.current);
      setTyped(true);
      idleTimer.current = setTimeout(
        () => take(noted(latest.current, fromEditor(changed.state.doc))),
        STEP_REST,
      );
    },
  });

  const edit = (change: (editor: Editor) => void) => {
    settle(editor);
    change(editor);
    settle(editor);
  };
  /**
   * After a tool was used the cursor is in the text again; a list that closes takes the focus for a moment.
   */
  const backToText = () => requestAnimationFrame(() => editor.view.focus());
  const tool = (change: (editor: Editor) => void) => {
    edit(change);
    backToText();
  };

  return {
    editor,
    blocks: useMemo(() => blocksOf(steps), [steps]),
    canUndo: steps.past.length > 0 || isTyped,
    canRedo: steps.future.length > 0,
    undo: () => {
      go(editor, undone);
      backToText();
    },
    redo: () => {
      go(editor, redone);
      backToText();
    },
    replaceAll: (blocks) => edit(() => editor.commands.setContent(toEditor(blocks))),
    setKind: ({ type, level, label, columnHeaders }) =>
      tool(() =>
        setAttributes(editor, {
          ...(type === undefined ? {} : { type }),
          level: level ?? null,
          label: label ?? null,
          columnHeaders: columnHeaders ?? null,
        }),
      ),
    setSilent: (silent) => tool(() => setAttributes(editor, { silent })),
    setLanguage: (language) => tool(() => setAttributes(editor, { language: language ?? null })),
    focus: () => editor.view.focus(),
    correct: (finding, text) =>
      edit(() => {
        const place = placeOf(editor.state.doc, finding);
        if (place) editor.view.dispatch(editor.state.tr.insertText(text, place.from, place.to));
      }),
    show: (finding, { focus = false } = {}) => {
      const place = placeOf(editor.state.doc, finding);
      if (!place) return;
      editor.commands.setTextSelection({ from: place.from, to: place.to });
      if (focus) editor.view.focus();
      const { node } = editor.view.domAtPos(place.from);
      (node instanceof Element ? node : node.parentElement)?.scrollIntoView({ block: 'center' });
    },
    insertAfter: (block) =>
      edit(() => {
        const { $from } = editor.state.selection;
        const at = $from.depth > 0 ? $from.after(1) : editor.state.doc.content.size;
        editor
          .chain()
          .insertContentAt(at, toEditor([block]).content ?? [])
          .setTextSelection(at + 1)
          .focus()
          .scrollIntoView()
          .run();
      }),
    cursor: () => textPlace(editor, editor.state.selection.from),
    under: (x, y) => {
      const found = editor.view.posAtCoords({ left: x, top: y });
      return found ? textPlace(editor, found.pos) : undefined;
    },
    mark: useCallback(
      (layer, marks, current = -1) =>
        editor.view.dispatch(editor.state.tr.setMeta(FINDINGS_KEY, { layer, marks, current })),
      [editor],
    ),
  };
}

/** Changes what the block in which the cursor stands is, not its text. */
function setAttributes(editor: Editor, change: Readonly<Record<string, unknown>>): void {
  const { $from } = editor.state.selection;
  editor.view.dispatch(
    editor.state.tr.setNodeMarkup($from.before(1), undefined, { ...$from.node(1).attrs, ...change }),
  );
}

function textPlace(editor: Editor, position: number): TextPlace | undefined {
  const resolved = editor.state.doc.resolve(position);
  return resolved.depth > 0 ? { block: resolved.index(0), offset: resolved.parentOffset } : undefined;
}
