declare module 'csv-spectrum' {
  export default function spectrum(
    callback: (error: Error | null, cases: { name: string; csv: Buffer; json: Buffer }[]) => void,
  ): void;
}
