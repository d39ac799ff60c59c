// What is stopped in a service, on every screen and every sheet, until the answer is named.
import { Link } from 'wouter'
import { lost, useService } from '../../api/queries'
import { count } from '../words'
import { stopped } from './stopped'

export function StopBar({ service }: { service: string }) {
  const query = useService(service)
  const view = query.data
  const list = view && !view.readOnly && !lost(query) ? stopped(view) : []
  if (list.length === 0) return null
  return (
    <div className="stop-bar" role="alert">
      <b>
        {count(list.length, 'plate')} stopped, not to be sent:
      </b>{' '}
      {list.slice(0, 4).map((p) => `${p.guest}, ${p.need.said}: ${p.dish}`).join(' · ')}
      {list.length > 4 && ` · ${list.length - 4} more`}{' '}
      <Link to={`/service/${service}?side=guests`}>Name the answer</Link>
    </div>
  )
}
