/** Letters in rows of the alphabet, as most people find them, with the signs that end a sentence. */
const ROWS = ['abcdefghi', 'jklmnopqr', "stuvwxyz'?!."];

/** Letters to press, for people who type with a switch. */
export function Letters({ onPress }: { readonly onPress: (change: (typed: string) => string) => void }) {
  const last = ROWS.length - 1;
  return (
    <div className="letters" role="group" aria-label="Letters">
      {ROWS.map((row, nth) => (
        <div key={row} className="categories" data-scan-row data-scan-order={4}>
          {[...row].map((letter) => (
            <button
              key={letter}
              type="button"
              className="plain"
              onClick={() => onPress((typed) => typed + letter)}
            >
              {letter}
            </button>
          ))}
          {nth === last && (
            <>
              <button type="button" className="plain" onClick={() => onPress((typed) => `${typed} `)}>
                Space
              </button>
              <button type="button" className="plain" onClick={() => onPress((typed) => typed.slice(0, -1))}>
                Delete
              </button>
            </>
          )}
        </div>
      ))}
    </div>
  );
}
