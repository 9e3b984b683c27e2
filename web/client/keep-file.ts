/** Gives a file out. */
export function keepBlob(name: string, blob: Blob): void {
  const url = URL.createObjectURL(blob)
  const link = document.createElement('a')
  link.href = url
  link.download = name
  link.click()
  URL.revokeObjectURL(url)
}

/** Gives a text out as a file. */
export const keepText = (name: string, text: string, type: string): void => keepBlob(name, new Blob([text], { type }))

/** Gives something out as a JSON file; its formats are in docs/schemas. */
export const keepFile = (name: string, value: unknown): void =>
  keepText(`${name.replaceAll(/[^\w-]+/g, '-')}.json`, JSON.stringify(value, null, 2), 'application/json')

/** Lets a JSON file be chosen and read. @returns its content, or undefined when it is no JSON */
export async function readJson(file: File): Promise<unknown> {
  try {
    return JSON.parse(await file.text())
  } catch {
    return undefined
  }
}

/** The lines of a CSV by their headings, which are read in small letters. */
export async function readCsv(file: File): Promise<Record<string, string>[]> {
  const { default: Papa } = await import('papaparse')
  return Papa.parse<Record<string, string>>(await file.text(), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (h) => h.trim().toLowerCase(),
  }).data
}
