import { useQuery } from '@tanstack/react-query';
import { useEffect, useMemo } from 'react';
import { useParams } from 'react-router';
import { openBoardSchema } from '@aurelfield/api';
import { Button } from '../ui/Button.tsx';
import { Centre } from '../ui/layout.tsx';
import { messageOf, Notice } from '../ui/Notice.tsx';
import { Board } from './Board.tsx';
import { fetchOpenBoard, openBoardSource } from './boardSource.ts';
import { useKept } from './useKept.ts';

const keptKey = (token: string) => `aurelfield:board:${token}`;

/** A board by its secret link: no account, and once it was loaded no network either. */
export function BoardPage() {
  const { token = '' } = useParams();
  const source = useMemo(() => openBoardSource(token), [token]);
  const board = useQuery({
    queryKey: ['board', token],
    queryFn: () => fetchOpenBoard(token),
    // The board of the last time is there at once, and stays when the network is away.
    initialData: () => recallBoard(token),
    initialDataUpdatedAt: 0,
    retry: false,
  });
  useEffect(() => {
    if (board.data) keepBoard(token, board.data);
  }, [token, board.data]);
  useEffect(() => {
    document.title = board.data ? `${board.data.name} · Aurelfield` : 'Aurelfield';
  }, [board.data]);
  const isKept = useKept(token, board.data);
  if (board.data) return <Board board={board.data} source={source} isKept={isKept} />;
  if (board.isError)
    return (
      <Centre>
        <Notice kind="error" action={<Button onPress={() => void board.refetch()}>Try again</Button>}>
          {messageOf(board.error)} Ask whoever gave you the link for a new one.
        </Notice>
      </Centre>
    );
  return <Centre aria-busy="true">Opening the board …</Centre>;
}

function recallBoard(token: string) {
  try {
    return openBoardSchema.safeParse(JSON.parse(localStorage.getItem(keptKey(token)) ?? 'null')).data;
  } catch {
    return undefined;
  }
}

function keepBoard(token: string, board: unknown): void {
  try {
    localStorage.setItem(keptKey(token), JSON.stringify(board));
  } catch {
    // A browser that keeps nothing shows the board while it is online.
  }
}
