declare module 'woff2sfnt-sfnt2woff' {
  /** A WOFF file as the font it packs. */
  export function toSfnt(woff: Buffer): Buffer;
}
