import { Component, type ReactNode } from 'react'

type PartBoundaryProps = { name: string; children: ReactNode; inSvg?: boolean }

/** A drawn part that breaks, breaks alone. */
export class PartBoundary extends Component<PartBoundaryProps, { isBroken: boolean }> {
  override state = { isBroken: false }

  static getDerivedStateFromError() {
    return { isBroken: true }
  }

  override render() {
    if (!this.state.isBroken) return this.props.children
    if (this.props.inSvg) return null
    return (
      <p role="alert">
        The {this.props.name} cannot be drawn just now. What you entered is safe; reload the page.
      </p>
    )
  }
}
