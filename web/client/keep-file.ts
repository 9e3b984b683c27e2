/** Gives something out as a JSON file; its formats are in docs/schemas. */
export function keepFile(name: string, value: unknown): void {
  const url = URL.createObjectURL(new Blob([JSON.stringify(value, null, 2)], { type: 'application/json' }))
  const link = document.createElement('a')
  link.href = url
  link.download = `${name.replaceAll(/[^\w-]+/g, '-')}.json`
  link.click()
  URL.revokeObjectURL(url)
}

/** Lets a JSON file be chosen and read. @returns its content, or undefined when it is no JSON */
export async function readJson(file: File): Promise<unknown> {
  try {
    return JSON.parse(await file.text())
  } catch {
    return undefined
  }
}
