export function Heading({ as: Tag = 'h2', children }) {
  return <Tag>{children}</Tag>;
}
