/** Something the find box leads to. */
export interface Found { what: 'plant' | 'cross' | 'flower' | 'packet' | 'tray', code: string, name: string, to: string }
