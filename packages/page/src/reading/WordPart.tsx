import { pageWordSchema, type OpenedItem, type PageWord, type WordWay } from '@aurelfield/api/pupilPage';
import { useEffect, useState } from 'react';
import { keptFile } from '../kept.ts';
import { Refused, wordAddress } from '../server.ts';

export interface WordPartProps {
  readonly item: OpenedItem;
  readonly pass: string;
  readonly sentence: number;
  /** The sentence's words. */
  readonly words: readonly string[];
  /** The word that was heard last. */
  readonly first: number;
}

const AWAY = 'This needs the network. Try again when it is back.';

/** One word of the sentence: heard slowly and in syllables, and what it means, read aloud. */
export function WordPart({ item, pass, sentence, words, first }: WordPartProps) {
  const [word, setWord] = useState(Math.min(first, words.length - 1));
  const [facts, setFacts] = useState<PageWord>();
  const [told, setTold] = useState('');
  useEffect(() => {
    let left = false;
    keptFile(pass, item, wordAddress(pass, item, sentence, word))
      .then(async (response) => {
        const found = pageWordSchema.parse(await response.json());
        if (!left) setFacts(found);
      })
      // Without it the word can still be asked for.
      .catch(() => undefined);
    return () => {
      left = true;
    };
  }, [item, pass, sentence, word]);

  const choose = (nth: number) => {
    setWord(nth);
    setFacts(undefined);
    setTold('');
  };
  const hear = async (way: WordWay) => {
    setTold('');
    try {
      const response = await keptFile(pass, item, wordAddress(pass, item, sentence, word, way));
      await new Audio(URL.createObjectURL(await response.blob())).play();
    } catch (error) {
      setTold(error instanceof Refused ? 'This cannot be heard here.' : AWAY);
    }
  };
  return (
    <section>
      <h3 id="words">A word of it</h3>
      <div className="chips" role="group" aria-labelledby="words">
        {words.map((text, nth) => (
          <button key={nth} type="button" aria-pressed={nth === word} onClick={() => choose(nth)}>
            {text}
          </button>
        ))}
      </div>
      {facts && (
        <p>
          {facts.syllables.length > 1 && <strong>{facts.syllables.join(' · ')} </strong>}
          {facts.meaning}
        </p>
      )}
      <div className="chips">
        <button type="button" onClick={() => void hear('slowly')}>
          Hear it slowly
        </button>
        <button type="button" onClick={() => void hear('syllables')}>
          In syllables
        </button>
        {facts?.meaning !== '' && (
          <button type="button" onClick={() => void hear('meaning')}>
            Hear what it means
          </button>
        )}
      </div>
      <p role="status">{told}</p>
    </section>
  );
}
