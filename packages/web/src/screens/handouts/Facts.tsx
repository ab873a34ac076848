import type { HandoutSummary } from '@aurelfield/api';
import { useState } from 'react';
import styled from 'styled-components';
import { useChangeAny } from '../../api/handoutQueries.ts';
import { Button, PlainButton } from '../../ui/Button.tsx';
import { Field } from '../../ui/fields.tsx';
import { Row } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';

const Form = styled.form`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(12rem, 1fr));
  gap: 0.75rem;
  margin-top: 0.75rem;

  > :last-child {
    grid-column: 1 / -1;
  }
`;

/** Changes what a handout is called and filed under. */
export function Facts({
  handout,
  onDone,
}: {
  readonly handout: HandoutSummary;
  readonly onDone: () => void;
}) {
  const change = useChangeAny();
  const [title, setTitle] = useState(handout.title);
  const [subject, setSubject] = useState(handout.subject);
  const [className, setClassName] = useState(handout.className);
  const [tags, setTags] = useState(handout.tags.join(', '));
  return (
    <Form
      aria-label={`Facts of “${handout.title}”`}
      onSubmit={(event) => {
        event.preventDefault();
        const words = tags
          .split(',')
          .map((tag) => tag.trim())
          .filter((tag) => tag !== '');
        change.mutate(
          { id: handout.id, patch: { title, subject, className, tags: [...new Set(words)] } },
          { onSuccess: onDone },
        );
      }}
    >
      <Field label="Title" value={title} onChange={setTitle} autoFocus />
      <Field label="Subject" value={subject} onChange={setSubject} />
      <Field label="Class" value={className} onChange={setClassName} />
      <Field label="Tags" value={tags} onChange={setTags} description="Separate with commas." />
      <div>
        {change.isError && <Notice kind="error">{messageOf(change.error)}</Notice>}
        <Row>
          <Button type="submit" isDisabled={change.isPending}>
            Save
          </Button>
          <PlainButton onPress={onDone}>Cancel</PlainButton>
        </Row>
      </div>
    </Form>
  );
}
