import { useState } from 'react';
import { useChangeEmbedding, useEmbedding } from '../../api/assignmentQueries.ts';
import { Button } from '../../ui/Button.tsx';
import { Field } from '../../ui/fields.tsx';
import { Row } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';

/** Which sites may show assignments inside their own pages, and the picture of the feeds. */
export function Elsewhere() {
  const embedding = useEmbedding();
  if (embedding.isError) return <Notice kind="error">{messageOf(embedding.error)}</Notice>;
  if (!embedding.data) return <p aria-busy="true">Fetching …</p>;
  return <Sites key={embedding.data.origins.join()} origins={embedding.data.origins} />;
}

function Sites({ origins }: { readonly origins: readonly string[] }) {
  const [text, setText] = useState(origins.join('\n'));
  const change = useChangeEmbedding();
  const lines = text.split(/\s+/u).filter((line) => line !== '');
  return (
    <>
      <h2>Inside other pages</h2>
      <Field
        label="Sites that may show handouts"
        rows={2}
        value={text}
        onChange={setText}
        placeholder="https://learn.school.example"
        description="One per line, e.g. your learning platform. The embed code is next to each link."
        error={change.isError ? messageOf(change.error) : undefined}
      />
      <Row>
        <Button
          isDisabled={change.isPending || lines.join() === origins.join()}
          onPress={() => change.mutate(lines)}
        >
          Allow these sites
        </Button>
      </Row>
    </>
  );
}
