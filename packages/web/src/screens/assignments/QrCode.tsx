import { qrPath } from './qrPath.ts';

/** A QR code, dark on light whatever the scheme: cameras want it so. */
export function QrCode({ text, label }: { readonly text: string; readonly label: string }) {
  const { size, path } = qrPath(text);
  return (
    <svg viewBox={`0 0 ${size} ${size}`} role="img" aria-label={label} shapeRendering="crispEdges">
      <rect width={size} height={size} fill="#fff" />
      <path d={path} fill="#000" />
    </svg>
  );
}
