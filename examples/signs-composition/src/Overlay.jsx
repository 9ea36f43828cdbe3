import { createElement } from 'react';
import { createPortal } from 'react-dom';

export function Overlay({ over, onClose, children }) {
  if (!over.open) return null;
  return createPortal(createElement(Pane, { onClose, over }, children), document.body);
}

function Pane({ over, onClose, children }) {
  return (
    <aside title={String(over.open)}>
      {children}
      <button onClick={onClose}>close</button>
    </aside>
  );
}
