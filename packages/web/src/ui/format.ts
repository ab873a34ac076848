const languageNames = new Intl.DisplayNames('en-GB', { type: 'language' });

/** Areas in language tags by number (UN M49), which browsers do not name. */
const AREAS: Readonly<Record<string, string>> = {
  '001': 'world',
  '029': 'Caribbean',
  '419': 'Latin America',
};

/** "English", "Polish"; the tag itself where it names none. */
export function languageName(tag: string): string {
  try {
    return (
      languageNames.of(tag)?.replace(/\((\d{3})\)$/u, (_whole, area: string) => `(${AREAS[area] ?? area})`) ??
      tag
    );
  } catch {
    return tag;
  }
}

/** 3:05, 1:02:40. */
export function clock(seconds: number): string {
  const whole = Math.max(0, Math.round(seconds));
  const parts = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60, whole % 60];
  const [hours = 0, minutes = 0, rest = 0] = parts;
  const two = (value: number) => String(value).padStart(2, '0');
  return hours > 0 ? `${hours}:${two(minutes)}:${two(rest)}` : `${minutes}:${two(rest)}`;
}

/** "1 word", "1,024 words". */
export function count(n: number, one: string, many = `${one}s`): string {
  return `${n.toLocaleString('en-GB')} ${n === 1 ? one : many}`;
}

/** "24 Nov 2026". */
export function day(iso: string): string {
  return new Date(iso).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric' });
}

/** Languages to choose from, by name. */
export function languageOptions(tags: readonly string[]): { id: string; name: string }[] {
  return [...new Set(tags)]
    .map((id) => ({ id, name: languageName(id) }))
    .sort((a, b) => a.name.localeCompare(b.name));
}
