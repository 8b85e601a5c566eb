/** Drawings that ship with Jeton, by name, with what each shows. */
export const DRAWINGS: Record<string, string> = {
  notebook: 'A notebook with a brass spine',
  thread: 'A spool of thread',
  marbled: 'Marbled paper',
  paper: 'Sheets of paper',
  lamp: 'A desk lamp over books',
  needle: 'A needle with red thread',
  'open-book': 'An open book',
  press: 'A book press',
  scissors: 'A pair of scissors',
  brush: 'A brush with paint',
  parcel: 'A parcel with a ribbon',
  ribbon: 'A bookmark ribbon',
  leaf: 'A leaf',
  tea: 'A cup of tea on a book',
  token: 'A token',
}
