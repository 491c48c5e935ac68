const NUMBERS = ['', 'One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven', 'Eight', 'Nine', 'Ten', 'Eleven', 'Twelve']

/** How many, as a sentence begins: `Six`; above twelve in digits. */
export const counted = (n: number, none: string) => (n === 0 ? none : (NUMBERS[n] ?? String(n)))
