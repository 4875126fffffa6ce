@if ($planned !== [])
<h2>What is planned</h2>
<ul class="planned">
@foreach ($planned as $work)
<li id="planned-{{ $work->id }}"><p>{{ $work->words($work->stage, \Skarvo\Value\Language::English) }}</p>
@foreach (\Skarvo\Value\Language::cases() as $language)
@if ($language !== \Skarvo\Value\Language::English)
<details lang="{{ $language->value }}" dir="{{ $language->isRightToLeft() ? 'rtl' : 'ltr' }}"><summary>{{ $language->ownName() }}</summary><p>{{ $work->words($work->stage, $language) }}</p></details>
@endif
@endforeach
</li>
@endforeach
</ul>
<p class="small"><a href="planned.ics">All of it as a calendar</a></p>
@endif
