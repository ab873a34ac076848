/** Adds rules to the page. @returns the way to remove them. */
export function addStyles(css: string): () => void {
  return hasConstructedSheets() ? addSheet(css) : addRules(css);
}

/** Safari has constructed style sheets from 16.4 on. */
function hasConstructedSheets(): boolean {
  return 'adoptedStyleSheets' in document && typeof CSSStyleSheet.prototype.replaceSync === 'function';
}

function addSheet(css: string): () => void {
  const sheet = new CSSStyleSheet();
  sheet.replaceSync(css);
  document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet];
  return () => {
    document.adoptedStyleSheets = document.adoptedStyleSheets.filter((one) => one !== sheet);
  };
}

/**
 * Rule by rule into the page's own sheet: the content policy allows no style element. A rule that the browser
 * does not know is left out.
 */
function addRules(css: string): () => void {
  const sheet = document.styleSheets[document.styleSheets.length - 1];
  if (!sheet) return () => undefined;
  let added = 0;
  for (const rule of rulesOf(css)) {
    try {
      sheet.insertRule(rule, sheet.cssRules.length);
      added += 1;
    } catch {
      // Not known to this browser.
    }
  }
  return () => {
    for (; added > 0; added--) sheet.deleteRule(sheet.cssRules.length - 1);
  };
}

/** The rules of a sheet, each whole with its braces. Strings with braces do not occur in ours. */
export function rulesOf(css: string): string[] {
  const rules: string[] = [];
  let [start, depth] = [0, 0];
  for (let at = 0; at < css.length; at++) {
    if (css[at] === '{') depth += 1;
    else if (css[at] === '}' && --depth === 0) {
      rules.push(css.slice(start, at + 1).trim());
      start = at + 1;
    }
  }
  return rules;
}
