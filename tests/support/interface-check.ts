import { Ajv, type ValidateFunction } from 'ajv'

interface Description {
  paths: Record<
    string,
    Record<string, { responses: Record<string, { content?: Record<string, { schema?: object }> }> }>
  >
}

/**
 * Holds every answer of the server against its own published description. Shares nothing with the server but the document.
 * @returns a function that throws on an answer the description does not allow, and the operations it has seen succeed
 */
export function interfaceCheck(description: Description) {
  const ajv = new Ajv({ strict: false, allErrors: true })
  const compiled = new Map<object, ValidateFunction>()
  const seen = new Set<string>()
  const patterns = Object.keys(description.paths).map((path) => ({
    path,
    pattern: new RegExp(`^${path.replaceAll(/\{[a-z]+\}/g, '[^/]+')}$`),
  }))
  function check(method: string, url: string, status: number, contentType: string, body: unknown) {
    const address = url.split('?')[0]!
    const path = patterns.find((p) => p.path === address)?.path ?? patterns.find((p) => p.pattern.test(address))?.path
    const operation = path && description.paths[path]![method.toLowerCase()]
    if (!operation) {
      if (status < 400) throw new Error(`${method} ${address} answered ${status} and is not described`)
      return
    }
    // Not modified: the caller has the described answer already.
    if (status === 304) return
    const response = operation.responses[status] ?? (status >= 400 ? operation.responses.default : undefined)
    if (!response) throw new Error(`${method} ${path} answered ${status}, which is not described`)
    const name = `${method} ${path}`
    if (status < 400) seen.add(name)
    const described = Object.entries(response.content ?? {})
    if (described.length === 0) {
      if (body !== undefined) throw new Error(`${name} ${status} should have no body`)
      return
    }
    const [, content] = described.find(([type]) => contentType.startsWith(type)) ?? []
    if (!content)
      throw new Error(
        `${name} ${status} is ${contentType}, described as ${described.map(([type]) => type).join(' or ')}`,
      )
    if (!content.schema) return
    let validate = compiled.get(content.schema)
    if (!validate) {
      validate = ajv.compile(content.schema)
      compiled.set(content.schema, validate)
    }
    if (!validate(body)) throw new Error(`${name} ${status} is not as described: ${ajv.errorsText(validate.errors)}`)
  }
  return { check, seen }
}
