/** What can stand beside the page. */
export type Tool = 'contents' | 'find' | 'notes' | 'marks' | 'voices' | 'languages' | 'word' | 'shortcuts';
/** Those of the toolbar, in its order. */
export const TOOLS: readonly { readonly id: Tool; readonly name: string }[] = [
  { id: 'contents', name: 'Contents' },
  { id: 'find', name: 'Find' },
  { id: 'notes', name: 'Notes' },
  { id: 'marks', name: 'Marks' },
  { id: 'voices', name: 'Voices' },
  { id: 'languages', name: 'Two languages' },
  { id: 'shortcuts', name: 'Shortcuts' },
];
export const TITLES: Readonly<Record<Tool, string>> = {
  contents: 'Contents',
  find: 'Find in the page',
  notes: 'Notes',
  marks: 'Study marks',
  voices: 'Several voices',
  languages: 'Two languages',
  word: 'About this word',
  shortcuts: 'Keyboard shortcuts',
};
