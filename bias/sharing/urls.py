"""Addresses of what is shared."""

from django.urls import path

from bias.sharing import group_views, instalment_views, views

urlpatterns = [
    path("pieces/<number:piece_id>/share/", views.share, name="share"),
    path("pieces/<number:piece_id>/remarks/", views.all_remarks, name="remarks"),
    path("pieces/<number:piece_id>/instalments/", instalment_views.instalments, name="instalments"),
    path("pieces/<number:piece_id>/changes/", instalment_views.changes, name="changes"),
    path("things/<number:thing_id>/share/", group_views.share_thing, name="share-thing"),
    path("chapters/share/", group_views.share_chapter, name="share-chapter"),
    path("shared/several/<str:secret>/", group_views.shared_group, name="shared-group"),
    path("shared/<str:secret>/", views.shared, name="shared"),
    path("shared/<str:secret>/words.txt", views.words, name="shared-words"),
    path("shared/<str:secret>/chart.svg", views.chart, name="shared-chart"),
    path("shared/<str:secret>/pattern/", views.pattern, name="shared-pattern"),
    path("shared/<str:secret>/take/", views.take, name="take-shared"),
    path("shared/<str:secret>/<str:behind>", views.copied, name="shared-copied"),
]
