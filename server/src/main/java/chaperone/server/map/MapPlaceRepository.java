package chaperone.server.map;

import org.springframework.data.jpa.repository.JpaRepository;

interface MapPlaceRepository extends JpaRepository<MapPlace, MapPlace.Key> {}
