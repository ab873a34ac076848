// One line in a page of the school's site brings this in. It puts a link where it stands; nothing is sent anywhere until somebody presses it.
(() => {
  const script = document.currentScript;
  if (!script) return;
  const link = document.createElement('a');
  const here = location.href.replace(/#.*$/, '');
  link.href = `${new URL(script.src).origin}/hear?page=${encodeURIComponent(here)}`;
  link.textContent = script.dataset.label ?? 'Listen to this page';
  link.target = '_blank';
  link.rel = 'noopener';
  // Wherever the line stands in the page's head, the link stands at the top of what is read.
  if (!document.head.contains(script)) script.after(link);
  // It may come long after the page has been read.
  else if (document.body && document.readyState !== 'loading') document.body.prepend(link);
  else document.addEventListener('DOMContentLoaded', () => document.body.prepend(link));
})();
