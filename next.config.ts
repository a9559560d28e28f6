import type { NextConfig } from 'next';

/** Headers, names and limits are the gate's: server/gate. */
const config: NextConfig = {
  poweredByHeader: false,
  devIndicators: false,
  images: { unoptimized: true },
};

export default config;
