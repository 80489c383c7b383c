// A QR code (ISO/IEC 18004) as one path: dark modules as squares of 1, with the quiet zone that readers want about it.
import qrcode from 'qrcode-generator';

/** Modules of white about the code; readers want four. */
const QUIET = 4;

/** The path of a text's code, and how many modules wide it is with its quiet zone. */
export function qr(text: string): { wide: number; d: string } {
  // Type 0 takes the smallest that holds it; M still reads with 15 in 100 of it dirty.
  const code = qrcode(0, 'M');
  code.addData(text);
  code.make();
  const many = code.getModuleCount();
  let d = '';
  for (let row = 0; row < many; row += 1)
    for (let column = 0; column < many; column += 1)
      if (code.isDark(row, column)) d += `M${column + QUIET} ${row + QUIET}h1v1h-1z`;
  return { wide: many + 2 * QUIET, d };
}
