/** The field for a PIN; it has the focus at once, since there is nothing else to do. */
export function PinField({ pin, onPin }: { readonly pin: string; readonly onPin: (pin: string) => void }) {
  return (
    <label>
      PIN
      <input
        value={pin}
        onChange={({ target }) => onPin(target.value)}
        inputMode="numeric"
        autoComplete="off"
        autoFocus
        maxLength={12}
      />
    </label>
  );
}
