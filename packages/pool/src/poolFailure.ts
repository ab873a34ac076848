/**
 * Why a pool could not carry out a task. It says nothing about the work itself: whoever owns the pool knows
 * what that was.
 */
export class PoolFailure extends Error {
  override readonly name = 'PoolFailure';
  readonly kind: 'timeout' | 'crash' | 'failed' | 'stopped';

  constructor(kind: PoolFailure['kind'], message: string) {
    super(message);
    this.kind = kind;
  }
}
