import {
  RESPELLING_CONSONANTS,
  RESPELLING_VOWELS,
  type RespellingSound,
} from '@aurelfield/core/pronunciation';
import styled from 'styled-components';

const Box = styled.details`
  margin-top: 1rem;
  padding: 0.8rem 1.1rem;
  border: 1px solid var(--line);
  border-radius: var(--radius);
  background: var(--surface);

  summary {
    font-weight: 600;
    cursor: pointer;
    min-height: 1.8rem;
  }

  table {
    width: 100%;
    border-collapse: collapse;
    margin-top: 0.5rem;
  }

  th,
  td {
    padding: 0.15rem 0.5rem 0.15rem 0;
    text-align: start;
  }
`;

const NOT_SHOWN = new Set([...'bdfhklmnpstvwz']);

/** How to respell: the sounds with an example each. */
export function Scheme() {
  return (
    <Box>
      <summary>How to respell</summary>
      <p>
        Write it as it sounds, a hyphen between syllables, the stressed one in capitals: SAL-oh, uh-BOWT,
        kuh-THEE-druhl.
      </p>
      <Sounds caption="Vowels" sounds={RESPELLING_VOWELS} />
      <Sounds
        caption="Consonants (others as usual)"
        sounds={RESPELLING_CONSONANTS.filter(({ written }) => !NOT_SHOWN.has(written))}
      />
    </Box>
  );
}

function Sounds({
  caption,
  sounds,
}: {
  readonly caption: string;
  readonly sounds: readonly RespellingSound[];
}) {
  return (
    <table>
      <caption style={{ textAlign: 'start', fontWeight: 600 }}>{caption}</caption>
      <thead>
        <tr>
          <th scope="col">Write</th>
          <th scope="col">as in</th>
          <th scope="col">IPA</th>
        </tr>
      </thead>
      <tbody>
        {sounds.map(({ written, ipa, example }) => (
          <tr key={written}>
            <td>{written}</td>
            <td>{example}</td>
            <td>{ipa}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
