import { X } from 'lucide-react'
import * as Radix from 'radix-ui/dialog'
import type { ReactNode } from 'react'

interface Props {
  readonly open: boolean
  readonly onClose: () => void
  readonly title: string
  readonly says?: string
  /** As wide as a list in columns wants. */
  readonly wide?: true
  readonly children: ReactNode
}

export function Dialog({ open, onClose, title, says, wide, children }: Props) {
  return (
    <Radix.Root open={open} onOpenChange={(now) => !now && onClose()}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-ink/30" />
        <Radix.Content
          className={
            'floating fixed top-16 left-1/2 max-h-[85vh] -translate-x-1/2 overflow-auto p-5 ' +
            (wide ? 'w-[min(66rem,94vw)]' : 'w-[min(34rem,94vw)]')
          }
          {...(says ? {} : { 'aria-describedby': undefined })}
        >
          <div className="mb-3 flex items-start justify-between gap-4">
            <Radix.Title className="font-title text-lg font-semibold">{title}</Radix.Title>
            <Radix.Close className="btn btn-quiet btn-icon" aria-label="Close">
              <X size={16} />
            </Radix.Close>
          </div>
          {says && <Radix.Description className="mb-3 text-quiet">{says}</Radix.Description>}
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  )
}
