// A photograph made small before it is kept: a phone's has ten times more than a screen shows.

/** Largest file that is taken, bytes. */
export const MOST_BYTES = 15_000_000;
/** Longer side of what is kept, px, and the next one where that is still too large for the server. */
const SIDES = [1280, 960, 640] as const;
const QUALITIES = [0.82, 0.65, 0.5] as const;
/** What is kept is at most this large, bytes. */
export const KEPT_BYTES = 400_000;

export type Shrunk = { readonly ok: true; readonly blob: Blob } | { readonly ok: false; readonly fault: string };

const refused = (fault: string): Shrunk => ({ ok: false, fault });

/** Why a file is not even looked at; undefined where it is. */
export function photoFault(file: Pick<File, 'name' | 'size' | 'type'>): string | undefined {
  if (file.size > MOST_BYTES)
    return `${file.name} has ${Math.round(file.size / 1e6)} MB: give one of at most ${MOST_BYTES / 1e6} MB. What you entered is still here.`;
  if (file.type !== '' && !file.type.startsWith('image/')) return `${file.name} is no photograph.`;
  return undefined;
}

/** Scale by which a picture comes to have its longer side. */
export const scaleTo = (width: number, height: number, side: number): number =>
  Math.min(1, side / Math.max(width, height));

const encoded = (canvas: HTMLCanvasElement, quality: number): Promise<Blob | null> =>
  new Promise((resolve) => canvas.toBlob(resolve, 'image/jpeg', quality));

/** A JPEG of the photograph, turned upright; where it was taken and with what is not in it any more. */
export async function shrink(file: File): Promise<Shrunk> {
  const fault = photoFault(file);
  if (fault) return refused(fault);
  let picture: ImageBitmap;
  try {
    picture = await createImageBitmap(file);
  } catch {
    return refused(`${file.name} cannot be read as a photograph: give a JPEG, PNG or WebP.`);
  }
  const canvas = document.createElement('canvas');
  const pen = canvas.getContext('2d');
  if (!pen) return refused('This browser cannot make the photograph smaller.');
  for (const side of SIDES) {
    const scale = scaleTo(picture.width, picture.height, side);
    canvas.width = Math.max(1, Math.round(picture.width * scale));
    canvas.height = Math.max(1, Math.round(picture.height * scale));
    // what is clear in a PNG would come out black
    pen.fillStyle = 'white';
    pen.fillRect(0, 0, canvas.width, canvas.height);
    pen.drawImage(picture, 0, 0, canvas.width, canvas.height);
    for (const quality of QUALITIES) {
      const blob = await encoded(canvas, quality);
      if (blob && blob.size <= KEPT_BYTES) return { ok: true, blob };
    }
  }
  return refused(`${file.name} cannot be made small enough.`);
}
