/** How a single sheet is loaded at the front: the printer from the side, its tray, the sheet and its way. */
export function frontFeed(w: number, h: number): string {
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}" viewBox="0 0 300 200" font-family="sans-serif"><rect width="300" height="200" fill="#fbfaf4"/>
<path d="M110 60h150q14 0 14 14v76h-178v-66q0-24 14-24z" fill="#dfe6e2" stroke="#1d2b2a" stroke-width="3"/><path d="M96 128L20 146" stroke="#1d2b2a" stroke-width="5"/><path d="M96 122L26 138" stroke="#fff" stroke-width="4"/><path d="M96 122L26 138" stroke="#b3341f" stroke-width="1.5"/>
<circle cx="128" cy="112" r="10" fill="#a9bcb6" stroke="#1d2b2a" stroke-width="2"/><circle cx="128" cy="134" r="10" fill="#a9bcb6" stroke="#1d2b2a" stroke-width="2"/><path d="M40 112l40-9m0 0l-9-5m9 5l-6 9" stroke="#2456a6" stroke-width="3" fill="none"/>
<text x="20" y="178" font-size="13" fill="#1d2b2a">printed side up, along the right-hand rule</text></svg>`
}
