import { contentHash, withIds, wordsOf, type Block, type TextBlock } from '@aurelfield/core';
import { randomUUID } from 'node:crypto';
import type pg from 'pg';
import { setSearchParts } from '../texts/searchParts.ts';
import { addText } from '../texts/textRepository.ts';
import type { Database } from './database.ts';

interface LegacyBlock {
  readonly type: Block['type'];
  readonly level: number | null;
  readonly label: string | null;
  readonly heads: string[] | null;
  readonly language: string | null;
  readonly silent: boolean;
  readonly text: string;
}

/**
 * Makes texts and anchors of the blocks, versions and entries that a release before texts kept (migration 0008 put them beside), in one transaction, and takes the old tables away. Does nothing where that was
 * done.
 */
export async function carryOver(client: pg.Client, db: Database): Promise<void> {
  const { rows } = await client.query<{ there: boolean }>(
    `select to_regclass('legacy_blocks') is not null as there`,
  );
  if (rows[0]?.there !== true) return;
  await client.query('begin');
  try {
    await carryTexts(client, db);
    await client.query(`
      alter table handouts alter column text_hash set not null;
      alter table versions alter column text_hash set not null;
      alter table readings alter column text_hash set not null;
      drop table legacy_blocks, legacy_occurrences, legacy_versions, legacy_handouts;
      drop type block_type;
    `);
    await client.query('commit');
  } catch (error) {
    await client.query('rollback');
    throw error;
  }
}

async function carryTexts(client: pg.Client, db: Database): Promise<void> {
  const { rows: handouts } = await client.query<{ id: string; school_id: string; language: string }>(
    `select h.id, h.school_id, l.language from handouts h join legacy_handouts l on l.id = h.id where h.text_hash is null`,
  );
  for (const { id, school_id: schoolId, language } of handouts) {
    const { rows: old } = await client.query<LegacyBlock>(
      `select type, level, label, heads, language, silent, text from legacy_blocks where handout_id = $1 order by position`,
      [id],
    );
    const blocks = withIds(old.map(toBlock), randomUUID);
    const hash = await store(db, schoolId, language, blocks);
    await client.query('update handouts set text_hash = $2 where id = $1', [id, hash]);
    await client.query('update readings set text_hash = $2 where handout_id = $1', [id, hash]);
    await setSearchParts(db, id, blocks);
    await carryVersions(client, db, { id, schoolId, language, blocks });
    await carryEntries(client, { id, schoolId, blocks });
  }
}

/** Blocks of a version that are those of the handout keep their ids, so that bringing it back is no other text. */
async function carryVersions(
  client: pg.Client,
  db: Database,
  {
    id,
    schoolId,
    language,
    blocks,
  }: { id: string; schoolId: string; language: string; blocks: readonly TextBlock[] },
): Promise<void> {
  const { rows } = await client.query<{ id: string; blocks: Omit<Block, 'offset'>[] }>(
    `select v.id, l.blocks from versions v join legacy_versions l on l.id = v.id where v.handout_id = $1`,
    [id],
  );
  const idOf = new Map(blocks.map((block) => [block.text, block.id]));
  for (const version of rows) {
    const own = withIds(
      version.blocks.map((block) => ({ ...block, id: idOf.get(block.text) })),
      randomUUID,
    );
    await client.query('update versions set text_hash = $2 where id = $1', [
      version.id,
      await store(db, schoolId, language, own),
    ]);
  }
}

/** Entries for places: those whose word stands there are anchors, the others are lost ones, shown to the teacher. */
async function carryEntries(
  client: pg.Client,
  { id, schoolId, blocks }: { id: string; schoolId: string; blocks: readonly TextBlock[] },
): Promise<void> {
  const { rows } = await client.query<{
    block: number;
    start: number;
    written: string;
    kind: string;
    said: string;
  }>(`select block, start, written, kind, said from legacy_occurrences where handout_id = $1`, [id]);
  for (const { block, start, written, kind, said } of rows) {
    const own = blocks[block];
    const isThere = own?.text.startsWith(written, start) === true;
    await client.query(
      `insert into anchors (school_id, handout_id, block, start, written, kind, said, lost_at) values ($1, $2, $3, $4, $5, $6, $7, $8)`,
      [schoolId, id, own?.id ?? '', start, written, kind, said, isThere ? null : new Date()],
    );
  }
}

async function store(
  db: Database,
  schoolId: string,
  language: string,
  blocks: readonly TextBlock[],
): Promise<string> {
  const hash = contentHash(language, blocks);
  const words = blocks.reduce((sum, { text }) => sum + wordsOf(text, language).length, 0);
  await addText(db, { schoolId, hash, language, words, blocks });
  return hash;
}

function toBlock({ type, level, label, heads, language, silent, text }: LegacyBlock): Omit<Block, 'offset'> {
  return {
    type,
    ...(level === null ? {} : { level }),
    ...(label === null ? {} : { label }),
    ...(heads === null ? {} : { heads }),
    ...(language === null ? {} : { language }),
    ...(silent ? { silent } : {}),
    text,
  };
}
