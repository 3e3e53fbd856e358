declare module 'lcms-wasm' {
  /** Handles are addresses in the engine's memory; 0 means that it failed. */
  export type Lcms = {
    cmsOpenProfileFromMem(bytes: Uint8Array, length: number): number
    cmsCreate_sRGBProfile(): number
    cmsCloseProfile(profile: number): void
    cmsGetColorSpaceASCII(profile: number): string
    cmsGetHeaderRenderingIntent(profile: number): number
    /** info 0: description, 3: copyright */
    cmsGetProfileInfoASCII(profile: number, info: number, language: string, country: string): string
    cmsFormatterForColorspaceOfProfile(profile: number, bytes: number, isFloat: 0 | 1): number
    cmsCreateTransform(
      from: number,
      fromFormat: number,
      to: number,
      toFormat: number,
      intent: number,
      flags: number,
    ): number
    cmsDeleteTransform(transform: number): void
    cmsDoTransform(transform: number, input: Uint8Array | Uint16Array, pixels: number): Uint8Array | Uint16Array
  }
  export function instantiate(): Promise<Lcms>
}
