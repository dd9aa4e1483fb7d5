/** The files that a screen handed to the person, each with its text. */
export const downloads: { readonly name: string; readonly text: Promise<string> }[] = []
