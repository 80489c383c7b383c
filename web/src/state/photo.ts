// A photo as it is kept: shrunk here, written anew without place, time and camera, and named by its bytes.
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { LIMITS } from '../generated/Limits';

/** A picture and its number. */
export interface Photo {
  picture: string;
  /** The bytes of its JPEG, in base64. */
  jpeg: string;
}

/** The longest side of a photo that is sent [pixels]: enough to tell a leaf spot from a bite. */
const LONGEST = Math.min(1280, LIMITS.photoPixels[1]);
/** How well it is written, tried in turn until it is small enough. */
const QUALITIES = [0.82, 0.7, 0.55, 0.4, 0.25];

/** Shrinks a photo and leaves all but the picture out; nothing where it is none that this browser can read. */
export async function shrunk(file: Blob): Promise<Photo | null> {
  const image = await createImageBitmap(file).catch(() => null);
  if (!image) return null;
  const scale = Math.min(1, LONGEST / Math.max(image.width, image.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(image.width * scale));
  canvas.height = Math.max(1, Math.round(image.height * scale));
  // Drawn on a canvas, nothing but the picture is left.
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height);
  image.close();
  for (const quality of QUALITIES) {
    const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/jpeg', quality));
    if (blob && blob.size <= LIMITS.photoBytes[1]) return named(bare(new Uint8Array(await blob.arrayBuffer())));
  }
  return null;
}

/** A JPEG's number, and its bytes in letters. */
export function named(bytes: Uint8Array): Photo {
  let text = '';
  // Of many bytes at once a call has no room.
  for (let at = 0; at < bytes.length; at += 8192) text += String.fromCharCode(...bytes.subarray(at, at + 8192));
  return { picture: bytesToHex(sha256(bytes)), jpeg: btoa(text) };
}

/** A JPEG without the fields that programs write into it, but for JFIF, a colour profile and Adobe's (ITU-T T.81, annex B). */
export function bare(bytes: Uint8Array): Uint8Array {
  const kept: Uint8Array[] = [bytes.subarray(0, 2)];
  let at = 2;
  while (at + 4 <= bytes.length && bytes[at] === 0xff && bytes[at + 1] !== 0xda) {
    const marker = bytes[at + 1] ?? 0;
    const next = at + 2 + (((bytes[at + 2] ?? 0) << 8) | (bytes[at + 3] ?? 0));
    const tells = (marker >= 0xe0 && marker <= 0xef && ![0xe0, 0xe2, 0xee].includes(marker)) || marker === 0xfe;
    if (!tells) kept.push(bytes.subarray(at, next));
    at = next;
  }
  kept.push(bytes.subarray(at));
  const whole = new Uint8Array(kept.reduce((sum, part) => sum + part.length, 0));
  let to = 0;
  for (const part of kept) {
    whole.set(part, to);
    to += part.length;
  }
  return whole;
}
