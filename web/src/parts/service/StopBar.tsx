// What is stopped in a service, on every screen and every sheet, until the answer is named.
import { Link } from 'wouter'
import { useService } from '../../api/queries'
import { count } from '../words'
import { stopped } from './stopped'

export function StopBar({ service }: { service: string }) {
  const view = useService(service).data
  const list = view && !view.readOnly ? stopped(view) : []
  if (!view || list.length === 0) return null
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
