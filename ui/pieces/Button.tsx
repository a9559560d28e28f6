import type { ComponentProps } from 'react';

type Props = ComponentProps<'button'> & {
  /** The one thing to do next, or one that stands back. */
  look?: 'strong' | 'bare';
};

/** A button that sends no form unless it says so. */
export function Button({ look, className = '', type = 'button', ...props }: Props) {
  return (
    <button
      type={type}
      className={`btn ${look ? `btn-${look}` : ''} ${className}`.trim().replace(/ +/g, ' ')}
      {...props}
    />
  );
}
