/** Why a value does not reach a component: the way it would take, and the place where that breaks. */
import type { WhyDocument } from '@vectura/core';
import { messageOf, useWhyQuery } from '../../api/api';
import { useProject } from '../../project/useProject';
import { Excerpt } from '../shared/Excerpt';
import { Note } from '../../parts/Note';
import { ValueLink } from '../shared/ValueLink';
import styles from './WhyNot.module.css';

const ROW = 44;
const STEP = 26;

const VERDICT: Record<WhyDocument['verdict'], string> = {
  arrives: 'It does get there',
  unused: 'It gets there, and is not used',
  frozen: 'It gets there as a copy',
  'not-passed': 'It is not passed on',
  'not-provided': 'It is not provided here',
  'not-heard': 'Nobody listens',
  'other-instance': 'It is another one',
  apart: 'No way leads there',
};

interface WhyNotProps {
  value: string;
  to: string;
  onClose(): void;
  onCode(at: string): void;
}

export function WhyNot({ value, to, onClose, onCode }: WhyNotProps) {
  const { id } = useProject();
  const { currentData: why, error } = useWhyQuery({ id, value, to });
  if (error) return <Note title="There is no answer to that">{messageOf(error)}</Note>;
  if (!why) return <Note title={`Looking for a way to ${to.slice(to.lastIndexOf('#') + 1)} …`} />;
  const { steps, breaksAfter, breaksAt } = why;
  const x = (index: number): number => 14 + index * STEP;
  const y = (index: number): number => index * ROW + 16;
  const width = x(steps.length - 1) + 30;
  return (
    <div className={styles.why} role="region" aria-label="Why not">
      <p className="quiet">
        {VERDICT[why.verdict]} ·{' '}
        <button type="button" className="linked" onClick={onClose}>
          back to the trail
        </button>
      </p>
      <h2 className={styles.says}>{why.says}</h2>
      <ol className={styles.steps} style={{ paddingLeft: width }}>
        <svg width={width} height={steps.length * ROW} aria-hidden>
          {steps.slice(1).map((_, index) => {
            const broken = breaksAfter === index;
            const reached = breaksAfter === null || index < breaksAfter;
            const [fromX, fromY, toX, toY] = [x(index), y(index), x(index + 1), y(index + 1)];
            if (broken)
              return (
                <g key={index} stroke="var(--ink)" strokeWidth={2}>
                  <path d={`M${fromX} ${fromY} V${fromY + 13}`} fill="none" stroke="var(--down)" />
                  <path d={`M${fromX - 7} ${fromY + 15} h14`} />
                  <path d={`M${fromX - 7} ${fromY + 20} h14`} />
                  <path
                    d={`M${fromX} ${fromY + 22} L${toX} ${toY}`}
                    stroke="var(--quiet)"
                    strokeWidth={1}
                    strokeDasharray="2 4"
                  />
                </g>
              );
            return (
              <path
                key={index}
                d={`M${fromX} ${fromY} V${toY - STEP} L${toX} ${toY}`}
                fill="none"
                stroke={reached ? 'var(--down)' : 'var(--quiet)'}
                strokeWidth={reached ? 2 : 1}
                strokeDasharray={reached ? undefined : '2 4'}
              />
            );
          })}
          {steps.map((step, index) =>
            step.name === null ? (
              <circle
                key={index}
                cx={x(index)}
                cy={y(index)}
                r={5}
                fill="var(--ground)"
                stroke="var(--quiet)"
                strokeDasharray="2 2"
              />
            ) : index === 0 ? (
              <rect key={index} x={x(index) - 5.5} y={y(index) - 5.5} width={11} height={11} fill="var(--down)" />
            ) : (
              <circle key={index} cx={x(index)} cy={y(index)} r={5.5} fill="var(--down)" />
            ),
          )}
        </svg>
        {steps.map((step, index) => (
          <li key={index} style={{ height: ROW }}>
            <b>{step.component ?? 'no component'}</b>{' '}
            {step.name === null ? (
              <span className="quiet">does not have it</span>
            ) : step.id ? (
              <span className="code">
                <ValueLink component={step.id} name={step.name}>
                  {step.name}
                </ValueLink>
              </span>
            ) : (
              <span className="code">{step.name}</span>
            )}
            <button
              type="button"
              className={`plain ${styles.where}`}
              onClick={() => onCode(`${step.file}:${step.line}${step.name ? `:${step.name}` : ''}`)}
            >
              {step.file}:{step.line}
            </button>
          </li>
        ))}
      </ol>
      {breaksAt && (
        <>
          <p className="quiet">Where it breaks</p>
          <Excerpt
            file={breaksAt.file}
            marks={[
              {
                line: breaksAt.line,
                column: breaksAt.column,
                length: 0,
                name: steps[(breaksAfter ?? 0) + 1]?.component ?? value.slice(value.lastIndexOf('.') + 1),
                what: 'used',
              },
            ]}
            around={2}
            onOpen={onCode}
          />
        </>
      )}
      <p className={styles.mend}>{why.mend}</p>
    </div>
  );
}
