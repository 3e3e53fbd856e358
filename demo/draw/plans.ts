import { seeded } from '../random'

/** Heights of a tide as a sum of three constituents, metres, t in hours. */
const tide = (t: number): number =>
  3.1 +
  1.6 * Math.cos((2 * Math.PI * t) / 12.42) +
  0.55 * Math.cos((2 * Math.PI * t) / 12 + 0.8) +
  0.25 * Math.cos((2 * Math.PI * t) / 23.93)

/** A month's tide curve with a grid and a table of springs and neaps: a school's chart. */
export function tideCurve(w: number, h: number): string {
  const left = w * 0.07
  const right = w * 0.97
  const days = 15
  const rows = 2
  const parts: string[] = []
  for (let row = 0; row < rows; row++) {
    const top = h * (0.16 + row * 0.4)
    const high = h * 0.32
    const X = (hours: number): number => left + ((right - left) * hours) / (days * 24)
    const Y = (m: number): number => top + high * (1 - m / 6.2)
    for (let m = 0; m <= 6; m++)
      parts.push(
        `<path d="M${left} ${Y(m)}H${right}" stroke="#b9c6cc" stroke-width="${w / 2400}"/><text x="${left - w * 0.008}" y="${Y(m) + h * 0.006}" text-anchor="end" font-size="${h * 0.015}">${m} m</text>`,
      )
    for (let d = 0; d <= days; d++)
      parts.push(
        `<path d="M${X(d * 24)} ${top}V${top + high}" stroke="#d5dee2" stroke-width="${w / 2400}"/>${d < days ? `<text x="${X(d * 24 + 12)}" y="${top + high + h * 0.022}" text-anchor="middle" font-size="${h * 0.014}">${row * days + d + 1}</text>` : ''}`,
      )
    const line: string[] = []
    for (let t = 0; t <= days * 24; t += 0.5) line.push(`${X(t).toFixed(1)},${Y(tide(t + row * days * 24)).toFixed(1)}`)
    parts.push(
      `<polygon points="${X(0)},${Y(0)} ${line.join(' ')} ${X(days * 24)},${Y(0)}" fill="#2f7f93" fill-opacity="0.18"/><polyline points="${line.join(' ')}" fill="none" stroke="#14566b" stroke-width="${w / 900}"/>`,
    )
  }
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}" font-family="sans-serif" fill="#26363c"><rect width="${w}" height="${h}" fill="#fbfaf4"/><text x="${left}" y="${h * 0.075}" font-family="serif" font-size="${h * 0.042}">Tides at the harbour mouth, December</text><text x="${left}" y="${h * 0.11}" font-size="${h * 0.018}" fill="#5c6c72">height above chart datum, metres; days of the month below each curve</text>${parts.join('')}</svg>`
}

/** A kite's sail plan: panels with seams, spars and measures. */
export function kiteSail(w: number, h: number, colours: readonly [string, string, string]): string {
  const cx = w / 2
  const top = h * 0.09
  const cross = h * 0.36
  const foot = h * 0.82
  const half = w * 0.38
  const [a, b, c] = colours
  const tail = Array.from({ length: 6 }, (_, i) => {
    const y = foot + h * (0.025 + i * 0.022)
    const x = cx + Math.sin(i * 1.3) * w * 0.03
    return `<path d="M${x - w * 0.02} ${y}l${w * 0.04} ${h * 0.012}v-${h * 0.012}l-${w * 0.04} ${h * 0.012}z" fill="${i % 2 ? a : c}"/>`
  }).join('')
  const seams = Array.from({ length: 9 }, (_, i) => {
    const t = (i + 1) / 10
    return `M${cx - half * t} ${top + (cross - top) * t}L${cx} ${top + (foot - top) * t}L${cx + half * t} ${top + (cross - top) * t}`
  }).join('')
  const measure = (
    x1: number,
    y1: number,
    x2: number,
    y2: number,
    text: string,
    tx: number,
    ty: number,
    turn = 0,
  ): string =>
    `<path d="M${x1} ${y1}L${x2} ${y2}" stroke="#3b3a33" stroke-width="${w / 1400}"/><circle cx="${x1}" cy="${y1}" r="${w / 420}"/><circle cx="${x2}" cy="${y2}" r="${w / 420}"/><text x="${tx}" y="${ty}" font-size="${w * 0.02}" text-anchor="middle" transform="rotate(${turn} ${tx} ${ty})">${text}</text>`
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}" font-family="sans-serif" fill="#3b3a33"><rect width="${w}" height="${h}" fill="#efe4c9"/><path d="M0 0h${w}v${h}h-${w}z" fill="none" stroke="#d9cba8" stroke-width="${w * 0.03}"/>
<path d="M${cx} ${top}L${cx + half} ${cross}L${cx} ${foot}Z" fill="${a}"/><path d="M${cx} ${top}L${cx - half} ${cross}L${cx} ${foot}Z" fill="${b}"/><path d="M${cx - half * 0.5} ${(top + cross) / 2 + (foot - top) * 0.12}L${cx} ${cross}L${cx + half * 0.5} ${(top + cross) / 2 + (foot - top) * 0.12}L${cx} ${cross + (foot - cross) * 0.6}Z" fill="${c}"/>
<path d="${seams}" fill="none" stroke="#2b2a25" stroke-opacity="0.45" stroke-width="${w / 1300}" stroke-dasharray="${w / 130} ${w / 220}"/>
<path d="M${cx} ${top}V${foot}M${cx - half} ${cross}H${cx + half}" stroke="#2b2a25" stroke-width="${w / 260}"/><path d="M${cx} ${foot}q${w * 0.06} ${h * 0.06} 0 ${h * 0.15}" fill="none" stroke="#2b2a25" stroke-width="${w / 600}"/>${tail}
${measure(cx - half, h * 0.045, cx + half, h * 0.045, '760', cx, h * 0.037)}${measure(w * 0.955, top, w * 0.955, foot, '1100', w * 0.975, (top + foot) / 2, 90)}
<text x="${w * 0.06}" y="${h * 0.93}" font-family="serif" font-size="${w * 0.032}">Sail plan, light wind</text><text x="${w * 0.06}" y="${h * 0.955}" font-size="${w * 0.019}">measures in mm, seams 12, hem 8</text></svg>`
}

/** An estuary in depth contours, drawn as a chart. */
export function estuary(w: number, h: number): string {
  const random = seeded(5)
  const shore = (offset: number, sway: number, grow: number): string => {
    const pts: string[] = []
    for (let i = 0; i <= 40; i++) {
      const t = i / 40
      const x =
        w *
        (0.5 +
          offset * (1 + grow * t) +
          Math.sin(t * 5.2 + offset * 3) * sway * 0.6 +
          Math.sin(t * 11 + 1) * sway * 0.25)
      pts.push(`${x.toFixed(0)} ${(h * t).toFixed(0)}`)
    }
    return pts.join('L')
  }
  const bands: readonly [number, string][] = [
    [0.36, '#9cc7b4'],
    [0.3, '#7cc0c4'],
    [0.23, '#43a8c4'],
    [0.15, '#1183b8'],
    [0.075, '#005f9e'],
  ]
  const water = bands
    .map(
      ([d, colour]) =>
        `<path d="M${shore(-d, 0.06, 0.4)}L${shore(d, 0.06, 0.4).split('L').reverse().join('L')}Z" fill="${colour}"/>`,
    )
    .join('')
  const soundings = Array.from({ length: 70 }, () => {
    const t = random()
    const d = (random() - 0.5) * 0.5
    const depth = Math.max(0.3, 9 * (1 - Math.abs(d) * 3.4) + random())
    return `<text x="${(w * (0.5 + d + Math.sin(t * 5.2) * 0.036)).toFixed(0)}" y="${(h * t).toFixed(0)}">${depth.toFixed(1)}</text>`
  }).join('')
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}"><rect width="${w}" height="${h}" fill="#f0d9a0"/>${water}<g font-family="sans-serif" font-size="${w * 0.014}" fill="#06263c" text-anchor="middle">${soundings}</g><g stroke="#6b5a36" stroke-width="${w / 1800}" fill="none"><path d="M0 ${h * 0.25}H${w}M0 ${h * 0.5}H${w}M0 ${h * 0.75}H${w}M${w * 0.25} 0V${h}M${w * 0.75} 0V${h}" stroke-opacity="0.4"/></g><g transform="translate(${w * 0.13} ${h * 0.14})" stroke="#b01f24" fill="#b01f24"><path d="M0 ${-w * 0.07}L${w * 0.016} 0L0 ${w * 0.07}L${-w * 0.016} 0Z"/><path d="M${-w * 0.07} 0H${w * 0.07}" stroke-width="${w / 500}"/></g><text x="${w * 0.06}" y="${h * 0.95}" font-family="serif" font-size="${w * 0.036}" fill="#3a2d12">Estuary, soundings in metres</text></svg>`
}
