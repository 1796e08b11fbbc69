import { Modal } from 'antd';

/** The keys that work everywhere, and in the lists and editors. */
export default function KeyboardHelp({ demo, onClose }: { demo: boolean; onClose: () => void }) {
  return (
    <Modal open onCancel={onClose} footer={null} title="Keyboard shortcuts">
      <dl className="facts">
        <dt>
          <kbd>/</kbd>
        </dt>
        <dd>Find an order</dd>
        <dt>
          <kbd>g</kbd> <kbd>o</kbd>
        </dt>
        <dd>Go to Orders</dd>
        <dt>
          <kbd>g</kbd> <kbd>p</kbd>
        </dt>
        <dd>Go to Plan</dd>
        <dt>
          <kbd>g</kbd> <kbd>w</kbd>
        </dt>
        <dd>Go to Wording</dd>
        <dt>
          <kbd>g</kbd> <kbd>m</kbd>
        </dt>
        <dd>Go to Messages</dd>
        <dt>
          <kbd>g</kbd> <kbd>a</kbd>
        </dt>
        <dd>Go to Answers</dd>
        <dt>
          <kbd>g</kbd> <kbd>s</kbd>
        </dt>
        <dd>Go to Setup</dd>
        {demo && (
          <>
            <dt>
              <kbd>g</kbd> <kbd>t</kbd>
            </dt>
            <dd>Go to Test bench</dd>
          </>
        )}
        <dt>
          <kbd>↑</kbd> <kbd>↓</kbd>
        </dt>
        <dd>Previous and next order</dd>
        <dt>
          <kbd>x</kbd>
        </dt>
        <dd>Select the order; with Shift and the arrows, several</dd>
        <dt>
          <kbd>Shift</kbd> <kbd>Enter</kbd>
        </dt>
        <dd>In the Plan, select a notice; Shift and a click do the same</dd>
        <dt>
          <kbd>Alt</kbd> <kbd>arrows</kbd>
        </dt>
        <dd>Move a notice along the route or to another channel; move a block, or a channel in its list</dd>
        <dt>
          <kbd>Enter</kbd>
        </dt>
        <dd>Open</dd>
        <dt>
          <kbd>Esc</kbd>
        </dt>
        <dd>Close the panel</dd>
        <dt>
          <kbd>Ctrl</kbd> <kbd>Enter</kbd>
        </dt>
        <dd>Save</dd>
        <dt>
          <kbd>Ctrl</kbd> <kbd>Z</kbd>
        </dt>
        <dd>Undo in Wording; with Shift, redo</dd>
        <dt>
          <kbd>Alt</kbd> <kbd>↑</kbd> <kbd>↓</kbd>
        </dt>
        <dd>Move a block of an e-mail</dd>
      </dl>
    </Modal>
  );
}
