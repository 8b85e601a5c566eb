const SCRIPT = /<script\b[^>]*>[\s\S]*?<\/script>/gi

/** A page to be looked at in a frame where nothing runs: the browser would tell of each script it holds back. */
export const withoutScripts = (html: string) => html.replace(SCRIPT, '')
