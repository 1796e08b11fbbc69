import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import type { KeyboardEvent, ReactNode } from 'react';

type Props = { ids: string[]; onMove: (from: number, to: number) => void; children: ReactNode };

/** A list whose rows are put in order by dragging, or by the keyboard. */
export function Sortable({ ids, onMove, children }: Props) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const end = ({ active, over }: DragEndEvent) => {
    if (over && active.id !== over.id) onMove(ids.indexOf(String(active.id)), ids.indexOf(String(over.id)));
  };
  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={end}>
      <SortableContext items={ids} strategy={verticalListSortingStrategy}>
        {children}
      </SortableContext>
    </DndContext>
  );
}

/** What a row of the list and its handle need. @param onStep Alt and an arrow: one up (-1) or down (1) */
export function useSortableRow(id: string, onStep: (by: number) => void) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id,
  });
  const onKeyDown = (e: KeyboardEvent) => {
    if (!e.altKey || (e.key !== 'ArrowUp' && e.key !== 'ArrowDown')) return;
    e.preventDefault();
    e.stopPropagation();
    onStep(e.key === 'ArrowUp' ? -1 : 1);
  };
  return {
    isDragging,
    row: { ref: setNodeRef, style: { transform: CSS.Transform.toString(transform), transition }, onKeyDown },
    handle: { ref: setActivatorNodeRef, ...attributes, ...listeners },
  };
}
