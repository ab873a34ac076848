import { useEffect, useId, useRef, type ReactNode } from 'react';

/** A box over the page with a heading, which Escape and its button close. */
export function Box({
  title,
  onClose,
  children,
}: {
  readonly title: string;
  readonly onClose: () => void;
  readonly children: ReactNode;
}) {
  const box = useRef<HTMLDialogElement>(null);
  const heading = useId();
  useEffect(() => {
    const element = box.current;
    element?.showModal();
    return () => element?.close();
  }, []);
  return (
    <dialog
      ref={box}
      aria-labelledby={heading}
      onClose={onClose}
      onClick={(event) => event.target === box.current && onClose()}
    >
      <div className="box">
        <div className="boxhead" data-scan-row>
          <h2 id={heading}>{title}</h2>
          <button type="button" onClick={onClose}>
            Close
          </button>
        </div>
        {children}
      </div>
    </dialog>
  );
}
