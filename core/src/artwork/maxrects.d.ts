// what is used of the packer; its own types name files without extensions, which Node's way of resolving refuses
declare module 'maxrects-packer/dist/maxrects-packer.mjs' {
  export class Rectangle {
    constructor(width: number, height: number);
    x: number;
    y: number;
    width: number;
    height: number;
    rot: boolean;
    allowRotation: boolean;
    data: unknown;
  }
  export class MaxRectsPacker<Kind extends Rectangle> {
    constructor(
      width: number,
      height: number,
      padding: number,
      options: { smart: boolean; pot: boolean; square: boolean; allowRotation: boolean; border: number },
    );
    readonly bins: readonly { readonly rects: readonly Kind[] }[];
    add(rectangle: Kind): Kind;
  }
}
