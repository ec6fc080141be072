import { Directive, ElementRef, type OnDestroy, type OnInit, inject } from '@angular/core';

/** How long a figure that changed stays marked, ms. */
const MARKED_MS = 5000;

/**
 * The headline figures of a stage: they stay in sight while what is below them is scrolled, and one that changes shows what it was, underlined for five seconds.
 * Their height is told to the sheet, so that what is brought into sight comes below them.
 */
@Directive({ selector: 'dl[ashHeadline]', host: { class: 'figures headline' } })
export class Headline implements OnInit, OnDestroy {
  private readonly host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  private readonly said = new Map<Element, string>();
  private readonly marked = new Map<Element, ReturnType<typeof setTimeout>>();
  private readonly texts = new MutationObserver(() => this.compare());
  private readonly size = new ResizeObserver(() =>
    this.host.parentElement?.style.setProperty('--headline', `${this.host.offsetHeight}px`),
  );

  ngOnInit(): void {
    this.texts.observe(this.host, { subtree: true, childList: true, characterData: true });
    this.size.observe(this.host);
  }

  ngOnDestroy(): void {
    this.texts.disconnect();
    this.size.disconnect();
    for (const timer of this.marked.values()) clearTimeout(timer);
  }

  private compare(): void {
    for (const figure of this.host.querySelectorAll('dd:not(.under)')) {
      const now = figure.textContent!.replace(/\s+/g, ' ').trim();
      const before = this.said.get(figure);
      this.said.set(figure, now);
      // Where there was no figure before, there is nothing to tell it against.
      if (before !== undefined && before !== now && /\d/.test(before)) this.mark(figure, before);
    }
  }

  /** While it goes on changing it is told against what it was before all of it. */
  private mark(figure: Element, before: string): void {
    if (!this.marked.has(figure)) figure.setAttribute('data-was', before);
    clearTimeout(this.marked.get(figure));
    this.marked.set(
      figure,
      setTimeout(() => {
        this.marked.delete(figure);
        figure.removeAttribute('data-was');
      }, MARKED_MS),
    );
  }
}
