declare module 'wink-porter2-stemmer' {
  /** The stem of an English word in lower case (Porter 2). */
  export default function stem(word: string): string;
}
