import { Button } from '@/ui/Button'
import { useSettings } from '@/ui/settings'

/** Where a bridge stops the reduction: offers to go on beyond series and parallel, or to stop there again. */
export function BridgeOffer() {
  const { settings, change } = useSettings()
  const beyond = settings.beyond === 'yes'
  return (
    <section aria-label="At the bridge" className="mt-3 rounded-md border border-line bg-sheet px-4 py-2.5">
      <p>
        {beyond
          ? 'This goes beyond series-parallel: at each bridge three resistors were exchanged, delta for wye or wye for delta, and set apart above.'
          : 'Series and parallel end here. An exchange of three resistors, a delta for a wye or a wye for a delta, goes beyond that and leads on to one resistance.'}
      </p>
      <Button className="mt-2" onClick={() => change({ beyond: beyond ? 'no' : 'yes' })}>
        {beyond ? 'Stop at the bridge again' : 'Go on by delta and wye'}
      </Button>
    </section>
  )
}
