import { pageWordSchema, type OpenedItem, type PageWord, type WordWay } from '@aurelfield/api/pupilPage';
import { useEffect, useState } from 'react';
import { keptFile } from '../kept.ts';
import { RequestError, wordAddress } from '../server.ts';

export interface WordPartProps {
  readonly item: OpenedItem;
  readonly accessToken: string;
  readonly sentence: number;
  /** The sentence's words. */
  readonly words: readonly string[];
  /** The word that was heard last. */
  readonly first: number;
}

const OFFLINE = 'You need to be online for this.';

/** One word of the sentence: heard slowly and in syllables, and what it means, read aloud. */
export function WordPart({ item, accessToken, sentence, words, first }: WordPartProps) {
  const [word, setWord] = useState(Math.min(first, words.length - 1));
  const [facts, setFacts] = useState<PageWord>();
  const [message, setMessage] = useState('');
  useEffect(() => {
    let left = false;
    keptFile(accessToken, item, wordAddress(accessToken, item, sentence, word))
      .then(async (file) => {
        const found = pageWordSchema.parse(JSON.parse(await file.text()));
        if (!left) setFacts(found);
      })
      // Without it the word can still be asked for.
      .catch(() => undefined);
    return () => {
      left = true;
    };
  }, [item, accessToken, sentence, word]);

  const choose = (nth: number) => {
    setWord(nth);
    setFacts(undefined);
    setMessage('');
  };
  const hear = async (way: WordWay) => {
    setMessage('');
    try {
      const sound = await keptFile(accessToken, item, wordAddress(accessToken, item, sentence, word, way));
      await new Audio(URL.createObjectURL(sound)).play();
    } catch (error) {
      setMessage(error instanceof RequestError ? 'This cannot be heard here.' : OFFLINE);
    }
  };
  return (
    <section>
      <h3 id="words">Choose a word</h3>
      <div className="chips" data-scan-row role="group" aria-labelledby="words">
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
      <div className="chips" data-scan-row>
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
      <p role="status">{message}</p>
    </section>
  );
}
