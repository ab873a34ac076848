import styled from 'styled-components';

const Name = styled.span`
  display: inline-flex;
  align-items: center;
  gap: 0.55rem;
  font-family: var(--face-title);
  font-size: 1.2rem;
  font-weight: 650;
  color: var(--accent);

  img {
    width: 1.7rem;
    height: 1.7rem;
  }
`;

/** Our name beside our mark: lines of words, one of them lit. */
export function ProductName() {
  return (
    <Name>
      <img src="/mark.svg" alt="" /> Aurelfield
    </Name>
  );
}
