@extends('public.page', ['title' => $place, 'feed' => $page->places[$place].'.atom', 'json' => $page->places[$place].'.json', 'screen' => str_replace('place-', 'screen-', $page->places[$place]).'.html'])
@section('main')
<h1>{{ $place }}</h1>
@include('public.incidents', ['list' => $told])
@endsection
