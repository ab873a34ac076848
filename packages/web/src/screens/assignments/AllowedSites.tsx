import {
  hearingLine,
  hearingLink,
  type WebPageReading,
  type AllowedSites as Sites,
  type Pupil,
} from '@aurelfield/api';
import { useState } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import {
  useChangeAllowedSites,
  useForgetWebPageReading,
  useWebPageReadings,
  useAllowedSites,
} from '../../api/webPageReadingQueries.ts';
import { usePublicAddress } from '../../api/publicAddress.ts';
import { AddressWarning } from '../../ui/AddressWarning.tsx';
import { CopyButton } from '../../ui/CopyButton.tsx';
import { Button, PlainButton } from '../../ui/Button.tsx';
import { SelectField, Field } from '../../ui/fields.tsx';
import { Row } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { count } from '../../ui/format.ts';

const Pages = styled.ul`
  margin: 0;
  padding: 0;
  list-style: none;

  li {
    padding-block: 0.5rem;
    border-top: 1px solid var(--line);
    overflow-wrap: anywhere;
  }
`;

/**
 * Pages of the school's own site that their readers can hear: which sites, in whose way, the line to put in,
 * and what was asked for.
 */
export function AllowedSites({ pupils }: { readonly pupils: readonly Pupil[] }) {
  const sites = useAllowedSites();
  if (sites.isError) return <Notice kind="error">{messageOf(sites.error)}</Notice>;
  if (!sites.data) return <p aria-busy="true">Fetching …</p>;
  return <SitesForm key={JSON.stringify(sites.data)} sites={sites.data} pupils={pupils} />;
}

function SitesForm({ sites, pupils }: { readonly sites: Sites; readonly pupils: readonly Pupil[] }) {
  const [text, setText] = useState(sites.origins.join('\n'));
  const [pupilId, setPupil] = useState(sites.pupilId);
  const change = useChangeAllowedSites();
  const origins = text.split(/\s+/u).filter((line) => line !== '');
  const isSame = origins.join() === sites.origins.join() && pupilId === sites.pupilId;
  return (
    <>
      <h2>Pages of your own site, heard by their readers</h2>
      <Field
        label="Sites whose pages may be heard"
        rows={2}
        value={text}
        onChange={setText}
        placeholder="https://www.school.example"
        description="One per line. A page is made when somebody wants to hear it for the first time, and looked at again once an hour at most."
        error={change.isError ? messageOf(change.error) : undefined}
      />
      <SelectField
        label="Use the settings of"
        value={pupilId ?? undefined}
        options={pupils.map(({ id, name }) => ({ id, name }))}
        onChange={setPupil}
        description="Voice, pace and look. A pupil called “Visitors”, say, made for this."
      />
      <Row>
        <Button
          isDisabled={change.isPending || isSame || (origins.length > 0 && pupilId === null)}
          onPress={() => change.mutate({ origins, pupilId })}
        >
          Allow these pages
        </Button>
      </Row>
      {sites.origins.length > 0 && sites.pupilId !== null && <Lines origin={sites.origins[0] ?? ''} />}
      <Asked />
    </>
  );
}

function Lines({ origin }: { readonly origin: string }) {
  const server = usePublicAddress();
  const line = hearingLine(server);
  return (
    <>
      <AddressWarning />
      <Field
        label="Line for these pages"
        rows={3}
        value={line}
        isReadOnly
        description="Shows a “Listen to this page” button."
      />
      <Row>
        <CopyButton text={line} label="Copy the line" />
      </Row>
      <details>
        <summary>For a site that takes no scripts</summary>
        <Field
          label="Link, one for each page"
          rows={3}
          value={hearingLink(server, `${origin}/your-page`)}
          isReadOnly
          description="Put the page’s own address in the place of the one at its end."
        />
      </details>
    </>
  );
}

const STATES: Readonly<Record<WebPageReading['state'], string>> = {
  making: 'is being prepared',
  ready: 'can be heard',
  failed: 'cannot be read',
  stopped: 'was withdrawn',
};

/** What readers asked for. */
function Asked() {
  const pages = useWebPageReadings();
  const forget = useForgetWebPageReading();
  if (pages.isError) return <Notice kind="error">{messageOf(pages.error)}</Notice>;
  if (!pages.data || pages.data.length === 0) return null;
  return (
    <details>
      <summary>{count(pages.data.length, 'page')} asked for</summary>
      {forget.isError && <Notice kind="error">{messageOf(forget.error)}</Notice>}
      <Pages>
        {pages.data.map((page) => (
          <li key={page.id}>
            {page.handoutId !== null && page.title !== null ? (
              <Link to={`/listen/${page.handoutId}`}>{page.title}</Link>
            ) : (
              page.address
            )}{' '}
            {STATES[page.state]}
            {page.error !== null && `: ${page.error}`}
            <Row>
              <PlainButton
                aria-label={`Refresh next time: ${page.title ?? page.address}`}
                isDisabled={forget.isPending}
                onPress={() => forget.mutate(page)}
              >
                Refresh next time
              </PlainButton>
            </Row>
          </li>
        ))}
      </Pages>
    </details>
  );
}
