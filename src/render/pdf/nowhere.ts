// Stands for Node's own modules in what the browser gets: HarfBuzz asks for them where it runs under Node alone.
export {};
