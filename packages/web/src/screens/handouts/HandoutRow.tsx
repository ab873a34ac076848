import { DELETED_DAYS, type HandoutSummary } from '@aurelfield/api';
import {
  Archive,
  ArchiveRestore,
  Copy,
  Ellipsis,
  Headphones,
  PackageOpen,
  PencilLine,
  Share2,
  Tag,
  Trash2,
} from 'lucide-react';
import { useState } from 'react';
import { Menu, MenuItem, MenuTrigger } from 'react-aria-components';
import { Link, useNavigate } from 'react-router';
import styled from 'styled-components';
import { useAskGiven } from '../../api/assignmentQueries.ts';
import { useChangeAny, useDuplicate, useShelve } from '../../api/handoutQueries.ts';
import { Button, IconButton, outlined } from '../../ui/Button.tsx';
import { CheckboxField } from '../../ui/CheckboxField.tsx';
import { ConfirmDialog } from '../../ui/ConfirmDialog.tsx';
import { count, day, languageName } from '../../ui/format.ts';
import { Fact, Row } from '../../ui/layout.tsx';
import { MenuPopover } from '../../ui/MenuPopover.ts';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { useUndo } from '../../ui/Undo.tsx';
import { Facts } from './Facts.tsx';

const WayLink = styled(Link)`
  ${outlined}
  padding-inline: 0.7rem;
`;

const Options = styled(MenuPopover)`
  min-width: 15rem;

  [role='menuitem'] {
    display: flex;
    gap: 0.6rem;
    align-items: center;
  }
`;

interface HandoutRowProps {
  readonly handout: HandoutSummary;
  readonly pace: number;
  readonly isChosen: boolean;
  readonly onChoose: (wanted: boolean) => void;
}

/** A handout of the list: what it is, and what can be done with it. */
export function HandoutRow({ handout, pace, isChosen, onChoose }: HandoutRowProps) {
  const shelve = useShelve();
  const change = useChangeAny();
  const duplicate = useDuplicate();
  const offerUndo = useUndo();
  const navigate = useNavigate();
  const [isEditing, setEditing] = useState(false);
  const { id, title } = handout;
  const given = useAskGiven();
  const [pupilsWhoHaveIt, setPupilsWhoHaveIt] = useState(0);
  const askOrRemove = () =>
    given.mutate(
      { handoutId: id },
      { onSuccess: (pupils) => (pupils > 0 ? setPupilsWhoHaveIt(pupils) : remove(0)) },
    );
  const remove = (pupils: number) =>
    shelve.mutate(
      { id, back: false },
      {
        onSuccess: () =>
          offerUndo({
            text: `“${title}” was deleted${pupils > 0 ? ` and withdrawn from ${count(pupils, 'pupil')}` : ''}. You can restore it for ${DELETED_DAYS} days.`,
            undo: () => shelve.mutate({ id, back: true }),
          }),
      },
    );
  const archive = (archived: boolean) =>
    change.mutate(
      { id, patch: { archived } },
      {
        onSuccess: () =>
          offerUndo({
            text: archived ? `“${title}” is in the archive.` : `“${title}” is back in your handouts.`,
            undo: () => change.mutate({ id, patch: { archived: !archived } }),
          }),
      },
    );
  const error = shelve.error ?? change.error ?? duplicate.error ?? given.error;
  return (
    <li>
      {handout.deletedAt === null ? (
        <CheckboxField isSelected={isChosen} onChange={onChoose} aria-label={`Choose “${title}”`} />
      ) : (
        <span />
      )}
      <div>
        {handout.deletedAt === null ? (
          <Link className="title" to={`/listen/${id}`}>
            {title}
          </Link>
        ) : (
          <span className="title">{title}</span>
        )}
        {handout.tags.map((tag) => (
          <span key={tag} className="tag">
            {tag}
          </span>
        ))}
        <br />
        <Fact>{factsOf(handout, pace)}</Fact>
        {error && <Notice kind="error">{messageOf(error)}</Notice>}
        {isEditing && <Facts handout={handout} onDone={() => setEditing(false)} />}
        {pupilsWhoHaveIt > 0 && (
          <ConfirmDialog
            title={`Delete “${title}”?`}
            action="Delete handout"
            onConfirm={() => remove(pupilsWhoHaveIt)}
            onClose={() => setPupilsWhoHaveIt(0)}
          >
            {count(pupilsWhoHaveIt, 'pupil')} {pupilsWhoHaveIt === 1 ? 'has' : 'have'} this handout. It
            disappears from their pages at once. If you restore it, their links work again.
          </ConfirmDialog>
        )}
      </div>
      <Fact className="ready">
        {handout.deletedAt !== null ? `Deleted on ${day(handout.deletedAt)}` : standingOf(handout)}
      </Fact>
      {handout.deletedAt !== null ? (
        <Button aria-label={`Restore “${title}”`} onPress={() => shelve.mutate({ id, back: true })}>
          Restore
        </Button>
      ) : (
        <Row>
          <WayLink to={`/listen/${id}`} aria-label={`Listen to “${title}”`}>
            <Headphones size={18} aria-hidden /> Listen
          </WayLink>
          <WayLink to={`/proof/${id}`} aria-label={`Check text of “${title}”`}>
            <PencilLine size={18} aria-hidden /> Check text
          </WayLink>
          <WayLink to={`/make?handout=${id}`} aria-label={`Make “${title}” for a class`}>
            <PackageOpen size={18} aria-hidden /> Make
          </WayLink>
          <MenuTrigger>
            <IconButton aria-label={`More for “${title}”`}>
              <Ellipsis size={18} aria-hidden />
            </IconButton>
            <Options placement="bottom end">
              <Menu>
                <MenuItem onAction={() => void navigate(`/assignments?handout=${id}`)}>
                  <Share2 size={18} aria-hidden /> Hand out
                </MenuItem>
                <MenuItem onAction={() => setEditing(true)}>
                  <Tag size={18} aria-hidden /> Title, subject, class, tags
                </MenuItem>
                <MenuItem onAction={() => duplicate.mutate(id)}>
                  <Copy size={18} aria-hidden /> Duplicate
                </MenuItem>
                <MenuItem onAction={() => archive(!handout.archived)}>
                  {handout.archived ? (
                    <ArchiveRestore size={18} aria-hidden />
                  ) : (
                    <Archive size={18} aria-hidden />
                  )}
                  {handout.archived ? 'Move to handouts' : 'Move to archive'}
                </MenuItem>
                <MenuItem onAction={askOrRemove}>
                  <Trash2 size={18} aria-hidden /> Delete
                </MenuItem>
              </Menu>
            </Options>
          </MenuTrigger>
        </Row>
      )}
    </li>
  );
}

/** For whom it is ready, is being made, or was made before its text was changed. */
function standingOf({ readyFor, makingFor, outOfDateFor }: HandoutSummary): string {
  const parts = [
    readyFor.length > 0 ? `Ready for ${readyFor.join(', ')}` : '',
    makingFor.length > 0 ? `Being prepared for ${makingFor.join(', ')}` : '',
    outOfDateFor.length > 0 ? `Out of date for ${outOfDateFor.join(', ')}: the text was changed` : '',
  ].filter((part) => part !== '');
  return parts.length === 0 ? 'Not ready for anyone yet' : `${parts.join('. ')}.`;
}

function factsOf(handout: HandoutSummary, pace: number): string {
  const minutes = Math.max(1, Math.round(handout.words / pace));
  const language = handout.language.startsWith('en') ? '' : languageName(handout.language);
  return [
    handout.subject,
    handout.className,
    language,
    count(handout.words, 'word'),
    `about ${count(minutes, 'minute')}`,
    day(handout.createdAt),
  ]
    .filter((fact) => fact !== '')
    .join(' · ');
}
