import { expose } from 'comlink';

/** Longest side that a picture is kept with, px. */
const LONGEST_PX = 1600;
const QUALITY = 0.85;

export type ScaledPicture =
  { readonly ok: true; readonly blob: Blob; readonly width: number; readonly height: number } | { readonly ok: false };

/** What may run in this worker: pictures are large. */
const pictureWorker = {
  /** The picture with its longest side at most 1600 px, upright; not ok where it is none that can be read. */
  scale: async (file: Blob): Promise<ScaledPicture> => {
    let bitmap: ImageBitmap;
    try {
      bitmap = await createImageBitmap(file, { imageOrientation: 'from-image' });
    } catch {
      return { ok: false };
    }
    const scale = Math.min(1, LONGEST_PX / Math.max(bitmap.width, bitmap.height));
    const [width, height] = [bitmap.width, bitmap.height].map((side) => Math.max(1, Math.round(side * scale))) as [
      number,
      number,
    ];
    const canvas = new OffscreenCanvas(width, height);
    canvas.getContext('2d')!.drawImage(bitmap, 0, 0, width, height);
    bitmap.close();
    return { ok: true, blob: await canvas.convertToBlob({ type: 'image/jpeg', quality: QUALITY }), width, height };
  },
};

export type PictureWorker = typeof pictureWorker;

expose(pictureWorker);
