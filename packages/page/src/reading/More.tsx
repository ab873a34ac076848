import type { Allows, ReadingSnapshot } from '@aurelfield/api/pupilPage';
import { Box } from '../Box.tsx';
import { OfflineStorage, type OfflineStorageProps } from './OfflineStorage.tsx';
import { COLOURS, type Settings } from './settings.ts';
import { KEYS } from './useKeys.ts';

export interface MoreProps {
  readonly reading: ReadingSnapshot;
  readonly allows: Allows;
  readonly settings: Settings;
  readonly records: boolean;
  readonly offlineStorage: OfflineStorageProps;
  /** Address of the sound as a file; undefined where it may not be saved. */
  readonly save: string | undefined;
  readonly onChange: (change: Partial<Settings>) => void;
  readonly onSection: (sentence: number) => void;
  /** Opens what can be done about the sentence; there is nothing where that is not allowed. */
  readonly onSentence: (() => void) | undefined;
  readonly onRepeat: () => void;
  readonly isRepeating: boolean;
  readonly onClose: () => void;
}

/**
 * Everything that is set or looked up now and then: contents, pace, letters, colours, reading window, this
 * device, switches, keys, and what the teacher sees.
 */
export function More({
  reading,
  allows,
  settings,
  records,
  offlineStorage,
  save,
  onChange,
  onSection,
  onSentence,
  onRepeat,
  isRepeating,
  onClose,
}: MoreProps) {
  const { slowest, fastest } = allows;
  return (
    <Box title="More" onClose={onClose}>
      <section className="only-low">
        <h3>Sentence</h3>
        <div className="chips" data-scan-row>
          <button type="button" aria-pressed={isRepeating} onClick={onRepeat}>
            Repeat
          </button>
          {onSentence && (
            <button type="button" onClick={onSentence}>
              This sentence …
            </button>
          )}
        </div>
      </section>
      {reading.sections.length > 1 && (
        <section>
          <h3>Contents</h3>
          <ol data-scan-row>
            {reading.sections.map(({ title, sentence }) => (
              <li key={sentence}>
                <button type="button" className="link" onClick={() => onSection(sentence)}>
                  {title}
                </button>
              </li>
            ))}
          </ol>
        </section>
      )}
      {slowest < fastest && (
        <section data-scan-row>
          <h3>Pace</h3>
          <label>
            {Math.round(reading.pace * settings.rate)} words a minute
            <input
              type="range"
              min={slowest}
              max={fastest}
              step={0.05}
              value={settings.rate}
              onChange={({ target }) => onChange({ rate: Number(target.value) })}
            />
          </label>
          <button type="button" onClick={() => onChange({ rate: 1 })}>
            Reset ({Math.round(reading.pace)})
          </button>
        </section>
      )}
      <section data-scan-row>
        <h3>Page</h3>
        <label>
          Letters
          <input
            type="range"
            min={0.7}
            max={3}
            step={0.1}
            value={settings.letters}
            onChange={({ target }) => onChange({ letters: Number(target.value) })}
          />
        </label>
        <label>
          Colours
          <select
            value={settings.colours}
            onChange={({ target }) =>
              onChange({ colours: COLOURS.find(({ id }) => id === target.value)?.id ?? 'made' })
            }
          >
            {COLOURS.map(({ id, label }) => (
              <option key={id} value={id}>
                {label}
              </option>
            ))}
          </select>
        </label>
        <label>
          Reading window
          <select
            value={settings.clearLines}
            onChange={({ target }) => onChange({ clearLines: Number(target.value) })}
          >
            <option value={0}>Off</option>
            <option value={1}>One line clear</option>
            <option value={2}>Two lines clear</option>
            <option value={3}>Three lines clear</option>
          </select>
        </label>
      </section>
      <OfflineStorage {...offlineStorage} />
      {save !== undefined && (
        <p data-scan-row>
          <a className="button" href={save} download>
            Save as an MP3 file
          </a>
        </p>
      )}
      <section data-scan-row>
        <h3>Switches</h3>
        {settings.switches !== 'none' && (
          <button type="button" onClick={() => onChange({ switches: 'none' })}>
            Stop scanning
          </button>
        )}
        <label data-scan-skip>
          Scanning
          <select
            value={settings.switches}
            onChange={({ target }) =>
              onChange({
                switches: (['none', 'one', 'two'] as const).find((one) => one === target.value) ?? 'none',
              })
            }
          >
            <option value="none">No switch</option>
            <option value="one">One switch: any key, mouse button or touch chooses</option>
            <option value="two">Two switches: Space moves on, Enter chooses</option>
          </select>
        </label>
        {settings.switches === 'one' && (
          <label>
            {settings.scanSeconds} seconds for each button
            <input
              type="range"
              min={0.5}
              max={6}
              step={0.5}
              value={settings.scanSeconds}
              onChange={({ target }) => onChange({ scanSeconds: Number(target.value) })}
            />
          </label>
        )}
      </section>
      <section>
        <h3>Keys</h3>
        <dl>
          {KEYS.map(([keys, what]) => (
            <div key={keys}>
              <dt>{keys}</dt>
              <dd>{what}</dd>
            </div>
          ))}
        </dl>
      </section>
      <section>
        <h3>What your teacher sees</h3>
        <p>
          {records
            ? 'That you opened this, which sentences you heard and heard again, how fast you listened, whether you came to the end, and what you send. It stays at your school.'
            : 'Only what you send yourself. Your listening is not recorded.'}
        </p>
      </section>
    </Box>
  );
}
