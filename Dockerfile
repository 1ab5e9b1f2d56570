# syntax=docker/dockerfile:1
# Wartung in a container, for those who run containers; ./wartung is the way in. The database is a container of its own (compose.yaml).

FROM debian:12-slim AS build
RUN apt-get update && apt-get install -y --no-install-recommends openjdk-17-jdk-headless maven && rm -rf /var/lib/apt/lists/*
WORKDIR /src
COPY . .
RUN mvn -B -q -ntp -Dwartung.app package \
    && cd web/target && java -Djarmode=tools -jar wartung.jar extract --destination app

FROM debian:12-slim
RUN apt-get update && apt-get install -y --no-install-recommends openjdk-17-jre-headless curl && rm -rf /var/lib/apt/lists/* \
    && useradd --system --home-dir /nonexistent --shell /usr/sbin/nologin wartung \
    && install -d -o wartung -m 700 /anchors /key
COPY --from=build /src/web/target/app /opt/wartung
USER wartung
ENV LC_ALL=C.UTF-8 MALLOC_ARENA_MAX=2 SERVER_ADDRESS=0.0.0.0 SERVER_PORT=8080
EXPOSE 8080
HEALTHCHECK --interval=10s --start-period=60s CMD curl -fs http://127.0.0.1:8080/actuator/health || exit 1
ENTRYPOINT ["java", "-XX:TieredStopAtLevel=1", "-XX:+UseSerialGC", "-Xms140m", "-Xmn48m", "-Xmx240m", "-Xss512k", "-XX:MetaspaceSize=160m", "-Dspring.aot.enabled=true", "-jar", "/opt/wartung/wartung.jar"]
