/** Letters in five rows, in the order of the alphabet, as most people find them. */
const ROWS = ['abcdef', 'ghijkl', 'mnopqr', 'stuvwx', "yz'?!."];

/** Letters to press, for people who type with a switch. */
export function Letters({ onPress }: { readonly onPress: (change: (typed: string) => string) => void }) {
  return (
    <div className="letters" role="group" aria-label="Letters">
      {ROWS.map((row) => (
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
        </div>
      ))}
      <div className="categories" data-scan-row data-scan-order={4}>
        <button type="button" className="plain" onClick={() => onPress((typed) => `${typed} `)}>
          Space
        </button>
        <button type="button" className="plain" onClick={() => onPress((typed) => typed.slice(0, -1))}>
          Delete
        </button>
      </div>
    </div>
  );
}
