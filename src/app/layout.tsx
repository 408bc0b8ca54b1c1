import type { Metadata } from 'next';
import './globals.css';

export const metadata: Metadata = {
  title: 'Plucky Tempo',
  description: 'Turns a table of values over time into an animated chart for a video.',
};

export default function RootLayout({ children }: { readonly children: React.ReactNode }) {
  return (
    <html lang="en">
      <body>{children}</body>
    </html>
  );
}
