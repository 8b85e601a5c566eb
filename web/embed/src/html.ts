interface Policy {
  createHTML(text: string): string
}

let policy: Policy | undefined

/** Under a page's Trusted Types our own HTML needs a policy; a page that names its policies must name ours. */
function trusted(text: string): string {
  const types = (
    window as unknown as { trustedTypes?: { createPolicy(name: string, rules: Policy): Policy } }
  ).trustedTypes
  policy ??= types?.createPolicy('jeton', { createHTML: (html) => html })
  return policy ? policy.createHTML(text) : text
}

/** HTML of ours as nodes. Throws where the page allows none, before anything of the page was touched. */
export function nodes(text: string): DocumentFragment {
  const template = document.createElement('template')
  template.innerHTML = trusted(text)
  return template.content
}

/** Puts an answer in a form's place. What was played stays to be looked at: a wheel stands beside it. */
export function answered(body: Element, html: string) {
  const wheel = body.querySelector('.jf-wheel')
  body.replaceChildren(...(wheel ? [wheel] : []), nodes(html))
}
